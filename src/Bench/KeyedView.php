<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Link;

/** A form by which what was written on paper is keyed in, unit by unit. */
final readonly class KeyedView
{
    /**
     * @param list<KeyedUnitView> $units those with something open
     * @param array<array-key, string> $people who may have done it, by number
     */
    public function __construct(
        public string $title,
        public string $summary,
        public array $units,
        public array $people,
        public string $by,
        public string $on,
        public string $paper,
        public string $place,
        public string $device,
        public string $url,
        public int $version,
        public Link $print,
        public string $error = '',
    ) {}
}
