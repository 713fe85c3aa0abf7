<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** One intent in the list. */
final readonly class IntentRow
{
    /** @param list<array{span: VerdictView, count: int}> $counts */
    public function __construct(
        public string $name,
        public string $url,
        public string $expect,
        public string $service,
        public int $pairs,
        public array $counts,
        public string $observed,
        public bool $selected,
    ) {}
}
