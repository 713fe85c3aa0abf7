<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\CallOrder;
use Vorhut\Core\Proof\CallStepState;

/** What was seen of each step of the proof of telephony. */
final readonly class CallSights
{
    /** Pairs that are looked at; of more the last ones count. */
    private const MAX = 3000;

    public function __construct(private Observations $observations) {}

    /**
     * @param list<CallStepState> $states
     *
     * @return array<string, array{holding: int, all: int, at: \DateTimeImmutable}> by step
     */
    public function sights(StoredJob $stored, Job $job, array $states): array
    {
        $order = new CallOrder($job);
        $intents = [];
        foreach ($states as $state) {
            $intents += $state->intents;
        }
        $seen = [];
        foreach ($this->observations->latest($stored, array_map(strval(...), array_keys($intents)), self::MAX) as $one) {
            $step = $order->stepOf($job->intents[$one['intent']], new Pair($one['asker'], $one['asked']))?->value;
            if (null === $step) {
                continue;
            }
            $seen[$step] ??= ['holding' => 0, 'all' => 0, 'at' => $one['at']];
            ++$seen[$step]['all'];
            $seen[$step]['holding'] += (int) $one['span']->holds();
            $seen[$step]['at'] = max($seen[$step]['at'], $one['at']);
        }

        return $seen;
    }
}
