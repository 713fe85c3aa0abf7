<?php

declare(strict_types=1);

namespace Vorhut\Field\Lab;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;

/** The units of a lab that are not as planned. */
final readonly class LabFaults
{
    /** @param array<array-key, UnitFault> $faults by device */
    public function __construct(public array $faults = []) {}

    /** @param array<array-key, mixed> $kept */
    public static function kept(array $kept): self
    {
        $faults = array_map(static fn (mixed $f): ?UnitFault => \is_string($f) ? UnitFault::tryFrom($f) : null, $kept);

        return new self(array_filter($faults, static fn (?UnitFault $f): bool => null !== $f));
    }

    /** @return array<array-key, string> */
    public function keep(): array
    {
        return array_map(static fn (UnitFault $f): string => $f->value, $this->faults);
    }

    public function with(string $device, ?UnitFault $fault): self
    {
        return new self(array_filter([$device => $fault] + $this->faults, static fn (?UnitFault $f): bool => null !== $f));
    }

    /** The plan as the lab plays it; what has left the plan in the meantime is passed over. */
    public function on(Job $job): Job
    {
        $edits = [];
        foreach ($this->faults as $id => $fault) {
            $device = $job->devices[$id] ?? null;
            if (null !== $device && [] !== $device->interfaces) {
                $edits[] = $fault->on($job, $device);
            }
        }

        return [] === $edits ? $job : $job->with(new ChangeSet('Otherwise in the lab', $edits));
    }
}
