<?php

declare(strict_types=1);

namespace Vorhut\App\Visits;

use Vorhut\App\SignOff\DriftLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;

/** What one visit found. */
final readonly class VisitView
{
    /**
     * @param list<Link> $actions
     * @param list<array{string, string}> $facts
     * @param list<DriftLine> $units that are not as they were left
     * @param list<DriftLine> $intents of which something is seen otherwise
     * @param list<array{unit: string, name: string, about: string, hash: string, link: Link|null}> $files
     * @param list<FormField> $fields of a file that is kept; none where nobody may
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $actions,
        public array $facts,
        public array $units,
        public array $intents,
        public string $acceptUrl,
        public array $files,
        public array $fields,
        public string $keepUrl,
        public string $since,
    ) {}
}
