<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobDigest;
use Vorhut\App\Plan\JobReading;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\CallOrder;
use Vorhut\Core\Proof\CallStep;
use Vorhut\Core\Proof\CallStepState;

/** How each step of the proof of telephony stands in the plan, found once a revision. */
final readonly class CallStates
{
    public function __construct(private JobReading $reading) {}

    /** @return list<CallStepState> */
    public function all(StoredJob $stored): array
    {
        return $this->reading->once(
            'call-order',
            $stored,
            fn (Job $job): array => (new CallOrder($job))->steps($this->reading->proof($stored)),
        );
    }

    public function digest(StoredJob $stored): JobDigest
    {
        return $this->reading->digest($stored);
    }

    /** Whether anything of telephony is to be proven. */
    public function any(StoredJob $stored): bool
    {
        return [] !== array_filter($this->all($stored), static fn (CallStepState $s): bool => $s->pairs() > 0);
    }

    public function state(StoredJob $stored, CallStep $step): CallStepState
    {
        foreach ($this->all($stored) as $state) {
            if ($state->step === $step) {
                return $state;
            }
        }
        throw new \LogicException('A step is missing: '.$step->value);
    }
}
