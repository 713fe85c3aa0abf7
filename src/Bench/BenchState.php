<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Timers\BenchTimers;
use Vorhut\App\Timers\TimerView;
use Vorhut\Core\Bench\LaptopInterface;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Step\TimerKind;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

/** How far several units are, from what was recorded: their runbooks, and which of them run by themselves. */
final readonly class BenchState
{
    public function __construct(private BenchRecords $records, private BenchTimers $timers, private ClockInterface $clock) {}

    /**
     * @param list<Device> $devices
     * @param list<LaptopInterface> $laptop
     *
     * @return list<Runbook>
     */
    public function runbooks(JobContext $context, array $devices, array $laptop = []): array
    {
        $records = $this->records->ofMany($context->stored, array_map(static fn (Device $d): string => $d->id, $devices));
        $runbooks = new Runbooks(new Settings($context->job), $laptop);

        return array_map(
            static fn (Device $d): Runbook => $runbooks->runbook($d, BenchRecords::progress($d, $records[$d->id] ?? [])),
            $devices,
        );
    }

    /** @return array<array-key, BenchTimer> what a unit waits for by itself, by unit; the one that ends last */
    public function waits(JobContext $context): array
    {
        $waits = [];
        foreach ($this->timers->running($context->stored) as $timer) {
            if (TimerKind::Wait->value === $timer->getKind() && $timer->getEndsAt() > $this->clock->now()) {
                $waits[$timer->getDevice()] = $timer;
            }
        }

        return $waits;
    }

    /** @return array<array-key, int> seconds until a unit is up again, by unit */
    public function running(JobContext $context): array
    {
        return array_map(fn (BenchTimer $t): int => TimerView::left($t, $this->clock->now()), $this->waits($context));
    }
}
