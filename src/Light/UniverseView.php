<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

/** One universe: its slots, and who takes them. */
final readonly class UniverseView
{
    /**
     * @param list<FixtureView> $fixtures by start address
     * @param string $way who sends it with which priority, and who takes it
     */
    public function __construct(
        public int $number,
        public string $group,
        public string $sum,
        public array $fixtures,
        public string $way,
    ) {}
}
