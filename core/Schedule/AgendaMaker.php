<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\Progress;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Makes the agenda of runbooks: leaves out what waits for somebody outside, and numbers the rest. */
final class AgendaMaker
{
    /** @var list<Task> */
    private array $tasks = [];

    /** @var list<UnitWork> */
    private array $units = [];

    /** @var list<LeftOut> */
    private array $left = [];

    /** @var array<array-key, Runbook> by unit */
    private readonly array $runbooks;

    /** @var array<array-key, array<array-key, true>> steps that cannot be done now, by unit and step */
    private array $out = [];

    /**
     * @param list<Runbook> $runbooks
     * @param array<array-key, int> $ready
     */
    private function __construct(private readonly Job $job, array $runbooks, private readonly array $ready)
    {
        $this->runbooks = array_column(array_map(static fn (Runbook $r): array => [$r->device->id, $r], $runbooks), 1, 0);
    }

    /**
     * @param list<Runbook> $runbooks of the units that are worked on
     * @param array<array-key, int> $ready seconds until a unit can be worked on: it restarts, or is still on its way
     */
    public static function agenda(Job $job, array $runbooks, array $ready = []): Agenda
    {
        $maker = new self($job, $runbooks, $ready);
        $maker->leaveOut();
        $numbers = [];
        $number = 0;
        foreach ($maker->runbooks as $unit => $runbook) {
            foreach ($maker->open($runbook) as $step) {
                $numbers[$unit][$step->id] = $number++;
            }
        }
        foreach ($maker->runbooks as $runbook) {
            $maker->add($runbook, $numbers);
        }

        return new Agenda($maker->tasks, $maker->units, $maker->left);
    }

    /** What waits for somebody outside is left out, and whatever waits for that. */
    private function leaveOut(): void
    {
        do {
            $before = \count($this->left);
            foreach ($this->runbooks as $unit => $runbook) {
                foreach ($runbook->steps as $step) {
                    $why = $step->isDone || isset($this->out[$unit][$step->id]) ? null : $this->why($runbook, $step);
                    if (null !== $why) {
                        $this->out[$unit][$step->id] = true;
                        $this->left[] = new LeftOut($runbook->device, $step, $why);
                    }
                }
            }
        } while (\count($this->left) > $before);
    }

    private function why(Runbook $runbook, RunbookStep $step): ?string
    {
        foreach ($step->blockedBy as $blocker) {
            if (!$blocker->isOurs()) {
                return $blocker->text;
            }
            if ('unit' === $blocker->kind && !$this->comesThrough($blocker)) {
                return $blocker->text;
            }
        }
        $out = $this->out[$runbook->device->id] ?? [];
        foreach ($step->after as $before) {
            if (isset($out[$before])) {
                return \sprintf('Do first: %s.', (string) $runbook->step($before)?->title);
            }
        }
        foreach ($runbook->before($step->id) as $before) {
            if (isset($out[$before->id]) && self::needs($step, $before)) {
                return \sprintf('Do first: %s.', $before->title);
            }
        }

        return $this->isUnanswered($step) ? 'Questions are not answered.' : null;
    }

    /** Who is not set up is not proven, and who has no address is not spoken to. */
    private static function needs(RunbookStep $step, RunbookStep $before): bool
    {
        return WorkStage::Address === $before->stage
            || ($step->stage->rank() >= WorkStage::Prove->rank() && WorkStage::Ask !== $before->stage);
    }

    /** The answers to what is asked outside come when they come. */
    private function isUnanswered(RunbookStep $step): bool
    {
        return WorkStage::Ask === $step->stage && [] !== array_filter($step->values, static fn ($v): bool => $v->isOpen);
    }

    /** Whether another unit gets as far as it must by work alone. */
    private function comesThrough(Blocker $blocker): bool
    {
        $partner = $this->runbooks[$blocker->id] ?? null;
        foreach (null === $partner ? [] : self::until($partner, $blocker->until) as $step) {
            if (isset($this->out[$blocker->id][$step->id])) {
                return false;
            }
        }

        return null !== $partner;
    }

    /** @return list<RunbookStep> those that are to be done for a unit to have come so far */
    private static function until(Runbook $runbook, ?Stage $stage): array
    {
        return array_values(array_filter(
            $runbook->steps,
            static fn (RunbookStep $s): bool => !$s->isDone
                && WorkStage::Ask !== $s->stage
                && Progress::covers($stage ?? Stage::AsLeft, $s->stage),
        ));
    }

    /** @return list<RunbookStep> */
    private function open(Runbook $runbook): array
    {
        $out = $this->out[$runbook->device->id] ?? [];

        return array_values(array_filter($runbook->steps, static fn (RunbookStep $s): bool => !$s->isDone && !isset($out[$s->id])));
    }

    /** @param array<array-key, array<array-key, int>> $numbers of the tasks by unit and step */
    private function add(Runbook $runbook, array $numbers): void
    {
        $steps = $this->open($runbook);
        $device = $runbook->device;
        foreach ($steps as $step) {
            $time = StepTime::fromStep($step);
            $after = [];
            foreach ($step->blockedBy as $blocker) {
                $partner = 'unit' === $blocker->kind ? $this->runbooks[$blocker->id] ?? null : null;
                foreach (null === $partner ? [] : self::until($partner, $blocker->until) as $before) {
                    $after[] = $numbers[$blocker->id][$before->id];
                }
            }
            $hands = Staffing::fromWho($step->who);
            $after = array_values(array_unique($after));
            $this->tasks[] = new Task(
                unit: $device->id,
                step: $step->id,
                title: $step->title,
                hands: $hands,
                seconds: $time->hands,
                wait: $time->wait,
                after: $after,
            );
        }
        if ([] === $steps) {
            return;
        }
        [$from, $to] = self::onTheBench($runbook, $steps);
        $this->units[] = new UnitWork(
            unit: $device->id,
            tasks: array_values($numbers[$device->id]),
            from: $from,
            to: $to,
            factory: $this->factory($device),
            watts: $this->watts($device),
            ready: max(0, $this->ready[$device->id] ?? 0),
        );
    }

    /**
     * A unit with a network port is on the bench from its power to its address.
     *
     * @param list<RunbookStep> $steps those to be done
     *
     * @return array{int, int} the places of the first and the last of them
     */
    private static function onTheBench(Runbook $runbook, array $steps): array
    {
        $to = -2;
        $from = null;
        foreach ($steps as $place => $step) {
            if ($step->isOnTheBench()) {
                $from ??= $place;
                $to = $place;
            }
        }
        if ([] === $runbook->device->interfaces || null === $from) {
            return [0, -2];
        }

        return [$runbook->isHolding() ? -1 : $from, $to];
    }

    private function factory(Device $device): string
    {
        return (string) $this->job->profileOf($device)->factory->address?->address;
    }

    private function watts(Device $device): float
    {
        return $this->job->profileOf($device)->cableWatts($device->supply) ?? 0.0;
    }
}
