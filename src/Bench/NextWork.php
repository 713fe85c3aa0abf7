<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Bundle\SecurityBundle\Security;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\Task;

/** What whoever looks does next by the schedule: the same on every page that names it. */
final readonly class NextWork
{
    public function __construct(private DayPlan $plan, private BenchDay $day, private Security $security) {}

    /** @return Task|null null where nothing can be done now, and where there are more units than one bench takes */
    public function find(JobContext $context): ?Task
    {
        $units = $this->plan->units($context);
        if (\count($units) > DayPlan::MAX) {
            return null;
        }

        return $this->first($context, $this->plan->schedule($context, $this->plan->agenda($context, $units)));
    }

    /** @return Task|null what the schedule gives first to whoever looks, or to the first person where they are not at the bench */
    public function first(JobContext $context, Schedule $schedule): ?Task
    {
        $mine = array_search($this->security->getUser(), $this->day->hands($context->stored), true);
        $slot = $schedule->first(false === $mine || $mine >= $schedule->with->technicians ? 1 : $mine + 1);

        return null === $slot ? null : $schedule->task($slot);
    }
}
