<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** One unit in the form by which a paper is keyed in. */
final readonly class KeyedUnitView
{
    /**
     * @param string $left numbers of the steps that are still open
     * @param list<array{name: string, label: string, value: string}> $asked what was read, by step
     */
    public function __construct(
        public int $number,
        public string $id,
        public string $name,
        public string $left,
        public string $done,
        public string $reason,
        public array $asked,
        public string $error,
    ) {}
}
