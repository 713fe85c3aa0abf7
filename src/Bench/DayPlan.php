<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\AgendaMaker;
use Vorhut\Core\Schedule\Resources;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\Scheduler;

/** The order of work from now on: from what is really done, what runs, who is here and what is late. */
final readonly class DayPlan
{
    /** More units than these are planned place by place. */
    public const MOST = 150;

    public function __construct(private BenchState $state, private BenchDay $day, private ClockInterface $clock)
    {
    }

    /** @return list<Device> that are not as left yet */
    public function units(JobInHand $hand, string $place = ''): array
    {
        return array_values(array_filter(
            $hand->job->devices,
            static fn (Device $d): bool => Stage::AsLeft !== $d->stage
                && ('' === $place || \in_array($place, array_column($hand->job->placesOf($d->location), 'id'), true)),
        ));
    }

    /** @param list<Device> $units */
    public function agenda(JobInHand $hand, array $units): Agenda
    {
        $ready = $this->state->running($hand);
        foreach ($this->day->late($hand->stored) as $unit => $until) {
            $ready[$unit] = max($ready[$unit] ?? 0, $until->getTimestamp() - $this->clock->now()->getTimestamp());
        }

        return AgendaMaker::of($hand->job, $this->state->runbooks($hand, $units), $ready);
    }

    /** @param int|null $technicians null: as many as are here, or as the job says */
    public function schedule(JobInHand $hand, Agenda $agenda, ?int $technicians = null): Schedule
    {
        $here = \count($this->day->hands($hand->stored));
        $technicians ??= 0 === $here ? null : min($here, Resources::MOST_TECHNICIANS);

        return Scheduler::of($agenda, Resources::of($hand->job->info->visit, $technicians), passes: 8);
    }
}
