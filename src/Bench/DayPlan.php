<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Psr\Clock\ClockInterface;
use Vorhut\App\Plan\JobContext;
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
    public const MAX = 150;

    public function __construct(private BenchState $state, private BenchDay $day, private ClockInterface $clock) {}

    /** @return list<Device> that are not as left yet */
    public function units(JobContext $context, string $place = ''): array
    {
        return array_values(array_filter(
            $context->job->devices,
            static fn (Device $d): bool => Stage::AsLeft !== $d->stage
                && ('' === $place || \in_array($place, array_column($context->job->placesOf($d->location), 'id'), true)),
        ));
    }

    /** @param list<Device> $units */
    public function agenda(JobContext $context, array $units): Agenda
    {
        $ready = $this->state->running($context);
        foreach ($this->day->late($context->stored) as $unit => $until) {
            $ready[$unit] = max($ready[$unit] ?? 0, $until->getTimestamp() - $this->clock->now()->getTimestamp());
        }

        return AgendaMaker::agenda($context->job, $this->state->runbooks($context, $units), $ready);
    }

    /** @param int|null $technicians null: as many as are here, or as the job says */
    public function schedule(JobContext $context, Agenda $agenda, ?int $technicians = null): Schedule
    {
        $here = \count($this->day->hands($context->stored));
        $technicians ??= 0 === $here ? null : min($here, Resources::MAX_TECHNICIANS);

        return Scheduler::schedule($agenda, Resources::fromVisit($context->job->info->visit, $technicians), passes: 8);
    }
}
