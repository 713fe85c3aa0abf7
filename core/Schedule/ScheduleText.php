<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\Job\Job;

/** An order of work for a terminal. */
final class ScheduleText
{
    public static function write(Schedule $schedule, Job $job): string
    {
        $lines = [\sprintf(
            '%d steps on %d devices: %s with %d; shortest possible: %s.',
            \count($schedule->slots),
            \count($schedule->agenda->units),
            self::clock($schedule->makespan),
            $schedule->with->technicians,
            self::clock($schedule->bounds->lowerBound()),
        ), ''];
        foreach ($schedule->slots as $slot) {
            $task = $schedule->task($slot);
            $by = [] === $slot->technicians ? '-' : implode('+', $slot->technicians);
            $wait = 0 === $task->wait ? '' : \sprintf(', then %s unattended', self::clock($task->wait));
            $title = \sprintf('%s: %s', $job->devices[$task->unit]->name, $task->title);
            $lines[] = \sprintf('%s  %-3s %s (%s%s)', self::clock($slot->start), $by, $title, self::clock($task->seconds), $wait);
        }
        array_push($lines, '', 'Critical path:');
        foreach ($schedule->chain as $link) {
            $task = $schedule->task($link->slot);
            $lines[] = \sprintf('%s  %s: %s', self::clock($link->slot->start), $job->devices[$task->unit]->name, $task->title);
        }
        foreach ([] === $schedule->agenda->left ? [] : ['', 'Not scheduled:'] as $line) {
            $lines[] = $line;
        }
        foreach ($schedule->agenda->left as $left) {
            $lines[] = \sprintf('  %s: %s. %s', $left->device->name, $left->step->title, $left->why);
        }
        foreach ($schedule->circle as $task) {
            $lines[] = \sprintf('  %s: %s. It and others wait for each other.', $job->devices[$task->unit]->name, $task->title);
        }

        return implode("\n", $lines)."\n";
    }

    /** Hours, minutes and seconds. */
    public static function clock(int $seconds): string
    {
        return \sprintf('%d:%02d:%02d', intdiv($seconds, 3600), intdiv($seconds, 60) % 60, $seconds % 60);
    }
}
