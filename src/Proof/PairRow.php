<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** One pair of the chosen intent. */
final readonly class PairRow
{
    public function __construct(
        public string $from,
        public string $to,
        public string $url,
        public VerdictView $predicted,
        public ?SeenView $seen,
        public bool $selected,
    ) {}
}
