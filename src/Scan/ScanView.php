<?php

declare(strict_types=1);

namespace Vorhut\App\Scan;

use Vorhut\App\Web\View\Link;

/** Where stickers are read: the camera, what was read, and which unit it is. */
final readonly class ScanView
{
    /** @param list<Link> $others */
    public function __construct(
        public string $title,
        public string $summary,
        public string $whichUrl,
        public string $unit,
        public ?WhichView $which,
        public array $others,
    ) {}
}
