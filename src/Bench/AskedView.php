<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** Something to be read, found or measured at a step. */
final readonly class AskedView
{
    public function __construct(
        public string $name,
        public string $label,
        public string $unit,
        public string $hint,
        public string $value,
    ) {}
}
