<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** How one step of the proof of telephony stands in the plan. */
final readonly class CallStepState
{
    /**
     * @param array<string, int> $counts pairs by span, as predicted
     * @param array<array-key, int> $intents pairs by intent
     */
    public function __construct(public CallStep $step, public array $counts, public array $intents) {}

    public function pairs(): int
    {
        return array_sum($this->counts);
    }
}
