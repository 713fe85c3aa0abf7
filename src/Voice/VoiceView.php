<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** Numbers, trunks and routes of a job. */
final readonly class VoiceView
{
    /**
     * @param list<Link> $actions
     * @param list<FormField> $dialFields
     * @param list<HelpView> $help
     * @param list<RouteView> $out
     * @param list<RouteView> $in
     * @param list<TrunkView> $trunks
     * @param list<MenuView> $menus
     * @param list<Link> $lists
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $dialFields,
        public string $dialUrl,
        public ?DialView $dialled,
        public string $dialError,
        public StripView $strip,
        public array $help,
        public array $out,
        public array $in,
        public array $trunks,
        public array $menus,
        public array $lists,
        public array $findings,
    ) {}
}
