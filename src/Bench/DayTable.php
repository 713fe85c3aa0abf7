<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Link;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Schedule\Schedule;

/** An order of work as a table: a row for each quarter of an hour or more, with the devices that each technician works on then. */
final readonly class DayTable
{
    private const MAX_ROWS = 24;
    /** Seconds that a row may stand for. */
    private const STEPS = [900, 1800, 3600, 7200, 14400, 28800];

    /**
     * @param list<string> $names of the technicians
     * @param list<array{at: string, cells: list<list<Link>>}> $rows
     */
    private function __construct(public array $names, public array $rows) {}

    /**
     * @param list<string> $names
     * @param callable(string, string): string $url of a step of a device
     */
    public static function fromSchedule(
        Schedule $schedule,
        Job $job,
        array $names,
        \DateTimeImmutable $now,
        \DateTimeZone $zone,
        callable $url,
    ): self {
        $step = self::step($schedule->makespan);
        $begin = -($now->getTimestamp() % $step);
        $cells = [];
        foreach ($schedule->slots as $slot) {
            $task = $schedule->task($slot);
            $link = new Link($job->devices[$task->unit]->name, $url($task->unit, $task->step));
            $last = max($slot->start, $slot->handsOff - 1);
            for ($row = intdiv($slot->start - $begin, $step); $row <= intdiv($last - $begin, $step); ++$row) {
                foreach ($slot->technicians as $technician) {
                    $cells[$row][$technician - 1][$task->unit] ??= $link;
                }
            }
        }
        ksort($cells);
        $rows = [];
        foreach ($cells as $row => $byTechnician) {
            $rows[] = [
                'at' => ScheduleDrawing::clock($now, $zone, max(0, $begin + $row * $step)),
                'cells' => array_map(static fn (int $n): array => array_values($byTechnician[$n] ?? []), array_keys($names)),
            ];
        }

        return new self($names, $rows);
    }

    private static function step(int $makespan): int
    {
        foreach (self::STEPS as $step) {
            if ($makespan / $step < self::MAX_ROWS) {
                return $step;
            }
        }

        return (int) ceil($makespan / self::MAX_ROWS);
    }
}
