<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\App\Runs\RunView;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** What is open, and what was signed. */
final readonly class HandOverView
{
    /**
     * @param list<Link> $actions
     * @param list<OpenGroup> $groups
     * @param list<array{link: Link, about: string, kind: string}> $timeline signatures and visits, the latest first
     * @param bool $maySign whether whoever looks may accept and sign
     */
    public function __construct(
        public string $summary,
        public array $actions,
        public ?Next $next,
        public array $groups,
        /** Open items that are not accepted. */
        public int $left,
        public array $timeline,
        public bool $maySign,
        /** @var array<string, string> documents to export, by name */
        public array $documents,
        public string $documentsUrl,
        public ?RunView $run,
        /** @var list<FormField> of a visit; none where nobody may */
        public array $visitFields,
        public string $visitUrl,
        public ?RunView $visit,
        /** @var list<FormField> which labels */
        public array $labels,
        public string $labelsUrl,
        public string $acceptUrl,
        public string $signUrl,
    ) {}
}
