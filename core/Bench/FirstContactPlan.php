<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

/** How to get a laptop to talk to one unit in its factory state, what to type, in which order, and the way back. */
final readonly class FirstContactPlan
{
    /**
     * @param list<Technique> $others what else would work, best first
     * @param array<string, string> $laptop exact values for the laptop, by label
     * @param array<string, string> $unit exact values for the unit, by label
     * @param list<string> $order
     * @param list<array{risk: string, do: string}> $risks
     * @param list<string> $wayBack
     * @param list<string> $added addresses that the laptop gets for this, with their prefix lengths
     */
    public function __construct(
        public string $device,
        public Technique $technique,
        public string $why,
        public array $others,
        public array $laptop,
        public array $unit,
        public array $order,
        public array $risks,
        public array $wayBack,
        public array $added,
    ) {}
}
