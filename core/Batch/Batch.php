<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Runbook\Blocker;
use Vorhut\Core\Runbook\General\LaptopBackStep;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Several units beside each other, step by step: what can be done on which of them, and what is best done next. */
final readonly class Batch
{
    /** @var array<array-key, string> title of each step that any of them has, by step, in the order of work */
    public array $columns;

    /** @var array<array-key, array<array-key, BatchCell>> by unit and step */
    public array $cells;

    /** @var array<string, Device> the unit that has a factory address which others wait for, by address */
    public array $holders;

    /**
     * @param list<Runbook> $runbooks
     * @param array<array-key, int> $running seconds until a unit is up again, by unit
     */
    public function __construct(private Job $job, private array $runbooks, private array $running)
    {
        $this->columns = self::columns($runbooks);
        $this->holders = $this->holders();
        $cells = [];
        foreach ($runbooks as $runbook) {
            $next = $runbook->next();
            foreach ($runbook->steps as $step) {
                $cells[$runbook->device->id][$step->id] = new BatchCell($step, $this->state($runbook, $step, $next));
            }
        }
        $this->cells = $cells;
    }

    /**
     * What is best done next: one step, and the units it is done on together.
     *
     * Whoever has a shared factory address comes first, for others wait for it; then the earliest step that any unit is ready for,
     * on all that are; where everything runs by itself, the unit that is back first. What was done step by step on one of a kind is done
     * on the next one as far as it goes without a break.
     */
    public function next(): ?BatchNext
    {
        foreach ($this->holders as $holder) {
            $step = $this->readyStep($holder);
            if (null !== $step) {
                return new BatchNext($this->isKnown($holder) ? $this->run($holder, $step) : [$step], [$holder]);
            }
        }
        foreach (array_keys($this->columns) as $id) {
            $units = $this->readyFor((string) $id);
            if ([] !== $units) {
                return new BatchNext([$this->cells[$units[0]->id][$id]->step], $units);
            }
        }
        $first = null;
        foreach ($this->runbooks as $runbook) {
            $left = $this->running[$runbook->device->id] ?? 0;
            if (null !== $runbook->next() && $left > 0 && (null === $first || $left < ($this->running[$first->device->id] ?? 0))) {
                $first = $runbook;
            }
        }
        $step = $first?->next();

        return null === $first || null === $step
            ? null
            : new BatchNext($this->isKnown($first->device) ? $this->run($first->device, $step) : [$step], [$first->device]);
    }

    /** @return list<Device> those on which a step can be done now, together */
    public function readyFor(string $step): array
    {
        $units = [];
        $addresses = [];
        foreach ($this->runbooks as $runbook) {
            $cell = $this->cells[$runbook->device->id][$step] ?? null;
            if (CellState::Ready !== $cell?->state) {
                continue;
            }
            $address = $cell->step->isOnTheBench() ? $this->address($runbook->device) : '';
            if ('' === $address || !isset($addresses[$address])) {
                $units[] = $runbook->device;
                $addresses[$address] = true;
            }
        }

        return $units;
    }

    /** Whether another one of its kind is off the bench already: then the way is known. */
    private function isKnown(Device $device): bool
    {
        foreach ($this->runbooks as $runbook) {
            $isAlike = $runbook->device->profile === $device->profile && $runbook->device->id !== $device->id;
            $steps = array_filter($runbook->steps, static fn (RunbookStep $s): bool => $s->isOnTheBench());
            if ($isAlike && [] === array_filter($steps, static fn (RunbookStep $s): bool => !$s->isDone)) {
                return true;
            }
        }

        return false;
    }

    /** @return non-empty-list<RunbookStep> up to the one after which the unit runs by itself, or leaves the bench */
    private function run(Device $device, RunbookStep $first): array
    {
        $run = [$first];
        $isBehind = false;
        $last = $first;
        foreach ($this->cells[$device->id] as $cell) {
            $goesOn = $isBehind && !$cell->step->isDone && !$last->waits() && $last->isOnTheBench();
            if ($goesOn && (!$cell->step->isOnTheBench() || [] !== self::strangers($cell->step, $run))) {
                break;
            }
            if ($goesOn) {
                $run[] = $last = $cell->step;
            }
            $isBehind = $isBehind || $cell->step === $first;
        }

        return $run;
    }

    /**
     * @param list<RunbookStep> $run
     *
     * @return list<Blocker> what a step waits for beside those before it
     */
    private static function strangers(RunbookStep $step, array $run): array
    {
        $ids = array_column($run, 'id');

        return array_values(array_filter(
            $step->blockedBy,
            static fn (Blocker $b): bool => 'step' !== $b->kind || !\in_array($b->id, $ids, true),
        ));
    }

    private function readyStep(Device $device): ?RunbookStep
    {
        foreach ($this->cells[$device->id] as $cell) {
            if (CellState::Ready === $cell->state) {
                return $cell->step;
            }
        }

        return null;
    }

    private function state(Runbook $runbook, RunbookStep $step, ?RunbookStep $next): CellState
    {
        $holder = $this->holders[$this->address($runbook->device)] ?? $runbook->device;

        return match (true) {
            $step->isDone => CellState::Done,
            [] !== $step->blockedBy => CellState::Blocked,
            $step !== $next => CellState::Later,
            LaptopBackStep::ID === $step->id => $this->isLaptopNeeded($runbook->device) ? CellState::Queued : CellState::Ready,
            ($this->running[$runbook->device->id] ?? 0) > 0 => CellState::Running,
            $step->isOnTheBench() && $holder->id !== $runbook->device->id => CellState::Queued,
            default => CellState::Ready,
        };
    }

    /** The laptop stays where it is as long as another unit comes out of the carton with the same address. */
    private function isLaptopNeeded(Device $device): bool
    {
        $address = $this->address($device);
        foreach ('' === $address ? [] : $this->runbooks as $other) {
            $isToCome = static fn (RunbookStep $s): bool => !$s->isDone && $s->isOnTheBench() && [] === $s->blockedBy;
            $steps = array_filter($other->steps, $isToCome);
            if ($other->device->id !== $device->id && $this->address($other->device) === $address && [] !== $steps) {
                return true;
            }
        }

        return false;
    }

    /** @return array<string, Device> */
    private function holders(): array
    {
        $sharing = $holders = [];
        foreach ($this->runbooks as $runbook) {
            $address = $this->address($runbook->device);
            if ('' === $address || $runbook->device->stage->isSettled()) {
                continue;
            }
            $sharing[$address] = ($sharing[$address] ?? 0) + 1;
            if ($runbook->isHolding()) {
                $holders[$address] ??= $runbook->device;
            }
        }

        return array_filter($holders, static fn (string $a): bool => ($sharing[$a] ?? 0) > 1, \ARRAY_FILTER_USE_KEY);
    }

    private function address(Device $device): string
    {
        return (string) $this->job->profileOf($device)->factory->address?->address;
    }

    /**
     * @param list<Runbook> $runbooks
     *
     * @return array<array-key, string>
     */
    private static function columns(array $runbooks): array
    {
        $stages = [];
        foreach ($runbooks as $runbook) {
            foreach ($runbook->steps as $step) {
                $stages[$step->stage->value][$step->id] ??= $step->title;
            }
        }
        $columns = [];
        foreach (WorkStage::cases() as $stage) {
            $columns += $stages[$stage->value] ?? [];
        }

        return $columns;
    }
}
