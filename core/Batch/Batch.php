<?php

declare(strict_types=1);

namespace Vorhut\Core\Batch;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Step\WorkStage;
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
     * on all that are; where everything runs by itself, the unit that is back first.
     */
    public function next(): ?BatchNext
    {
        foreach ($this->holders as $holder) {
            $step = $this->readyStep($holder);
            if (null !== $step) {
                return new BatchNext($step, [$holder]);
            }
        }
        foreach (array_keys($this->columns) as $id) {
            $units = $this->readyFor((string) $id);
            if ([] !== $units) {
                return new BatchNext($this->cells[$units[0]->id][$id]->step, $units);
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

        return null === $first || null === $step ? null : new BatchNext($step, [$first->device]);
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
            ($this->running[$runbook->device->id] ?? 0) > 0 => CellState::Running,
            $step->isOnTheBench() && $holder->id !== $runbook->device->id => CellState::Queued,
            default => CellState::Ready,
        };
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
