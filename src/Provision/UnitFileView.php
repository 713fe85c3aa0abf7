<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

/** The file of one unit as it would be fetched. */
final readonly class UnitFileView
{
    /** @param list<string> $open what is not known yet, in words */
    public function __construct(
        public string $unit,
        public string $kind,
        public string $file,
        public string $text,
        public string $error,
        public array $open,
        public string $back,
        public string $unitUrl,
    ) {}
}
