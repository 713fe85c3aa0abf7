<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Next;

/** Which units work together, and whether their values match. */
final readonly class PairingsView
{
    /**
     * @param list<GroupView> $groups those with something broken in front
     * @param list<MissingView> $missing devices that need a partner and have none
     * @param list<FormField> $fields for a new relation; none for who may not draw one
     * @param list<FindingLine> $findings
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public array $groups,
        public array $missing,
        public string $takeUrl,
        public array $fields,
        public string $pageUrl,
        public string $addUrl,
        public int $version,
        public array $findings,
    ) {}
}
