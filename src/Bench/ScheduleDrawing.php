<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\LocalTime;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Schedule\ChainLink;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\TimeSlot;

/** An order of work over the clock: a row for each pair of hands, and below them what runs by itself. */
final readonly class ScheduleDrawing
{
    private const LEFT = 96;
    private const MIN = 740;
    private const ROW = 46;
    private const TOP = 26;
    private const LANE = 9;
    private const MAX_LANES = 12;
    /** Seconds from one time on the clock to the next, the first that leaves room for its letters. */
    private const TICKS = [60, 300, 900, 1800, 3600, 7200, 14400, 28800, 86400];
    private const TICK_ROOM = 60.0;
    private const PER_LETTER = 5.7;

    /**
     * @param list<array{y: int, name: string}> $rows
     * @param list<array{x: float, y: int, width: float, text: string, title: string, isCritical: bool, url: string}> $blocks
     * @param list<array{x: float, y: int, width: float, title: string, isCritical: bool}> $waits
     * @param list<array{x: float, text: string}> $ticks
     */
    private function __construct(
        public int $width,
        public int $height,
        public int $lanesAt,
        public array $rows,
        public array $blocks,
        public array $waits,
        public array $ticks,
    ) {}

    /**
     * @param list<string> $names of the technicians
     * @param callable(string, string): string $url of a step of a unit
     */
    public static function fromSchedule(
        Schedule $schedule,
        Job $job,
        array $names,
        \DateTimeImmutable $now,
        \DateTimeZone $zone,
        callable $url,
        Zoom $zoom,
    ): self {
        $scale = max($zoom->perMinute() / 60, (self::MIN - self::LEFT) / max(1, $schedule->makespan));
        $tick = self::tick($scale);
        $critical = array_map(static fn (ChainLink $l): int => $l->slot->task, $schedule->chain);
        $blocks = $rows = [];
        foreach ($names as $index => $name) {
            $y = self::TOP + $index * self::ROW;
            $rows[] = ['y' => $y, 'name' => $name];
            foreach (self::runs($schedule, $index + 1) as $run) {
                $first = $schedule->task($run[0]);
                $last = $run[\count($run) - 1];
                $width = ($last->handsOff - $run[0]->start) * $scale;
                $unit = $job->devices[$first->unit]->name;
                $tasks = array_map(static fn (TimeSlot $s): int => $s->task, $run);
                $titles = implode(', ', array_map(static fn (TimeSlot $s): string => $schedule->task($s)->title, $run));
                $blocks[] = [
                    'x' => self::LEFT + $run[0]->start * $scale,
                    'y' => $y,
                    'width' => max(2.0, $width - 1),
                    'text' => self::fitting($unit, $width),
                    'title' => \sprintf('%s, %s: %s', self::clock($now, $zone, $run[0]->start), $unit, $titles),
                    'isCritical' => [] !== array_intersect($tasks, $critical),
                    'url' => $url($first->unit, $first->step),
                ];
            }
        }
        $lanesAt = self::TOP + \count($names) * self::ROW + 18;
        [$waits, $lanes] = self::waits(schedule: $schedule, job: $job, critical: $critical, scale: $scale, top: $lanesAt);
        $ticks = [];
        $past = $tick - $now->getTimestamp() % $tick;
        for ($at = $past; $at <= $schedule->makespan; $at += $tick) {
            $ticks[] = ['x' => self::LEFT + $at * $scale, 'text' => self::clock($now, $zone, $at)];
        }

        return new self(
            width: (int) ceil(self::LEFT + $schedule->makespan * $scale) + 12,
            height: $lanesAt + max(1, $lanes) * self::LANE + 8,
            lanesAt: $lanesAt,
            rows: $rows,
            blocks: $blocks,
            waits: $waits,
            ticks: $ticks,
        );
    }

    public static function clock(\DateTimeImmutable $now, \DateTimeZone $zone, int $seconds): string
    {
        return LocalTime::clock($now->modify(\sprintf('+%d seconds', $seconds)), $zone);
    }

    /** @param float $scale pixels a second */
    private static function tick(float $scale): int
    {
        return array_find(self::TICKS, static fn (int $seconds): bool => $seconds * $scale >= self::TICK_ROOM) ?? 86400;
    }

    /**
     * What one does on a unit without a break.
     *
     * @return list<non-empty-list<TimeSlot>>
     */
    private static function runs(Schedule $schedule, int $technician): array
    {
        $runs = [];
        foreach ($schedule->slots as $slot) {
            if (!\in_array($technician, $slot->technicians, true)) {
                continue;
            }
            $at = \count($runs) - 1;
            $last = $at < 0 ? null : $runs[$at][\count($runs[$at]) - 1];
            $goesOn = null !== $last && $last->handsOff === $slot->start
                && $schedule->task($last)->unit === $schedule->task($slot)->unit;
            if ($goesOn) {
                $runs[$at][] = $slot;
            } else {
                $runs[] = [$slot];
            }
        }

        return $runs;
    }

    /**
     * @param list<int> $critical
     *
     * @return array{list<array{x: float, y: int, width: float, title: string, isCritical: bool}>, int}
     */
    private static function waits(Schedule $schedule, Job $job, array $critical, float $scale, int $top): array
    {
        $waits = $lanes = [];
        foreach ($schedule->slots as $slot) {
            if ($slot->end <= $slot->handsOff) {
                continue;
            }
            $lane = 0;
            while ($lane < self::MAX_LANES - 1 && ($lanes[$lane] ?? 0) > $slot->handsOff) {
                ++$lane;
            }
            $lanes[$lane] = $slot->end;
            $task = $schedule->task($slot);
            $waits[] = [
                'x' => self::LEFT + $slot->handsOff * $scale,
                'y' => $top + $lane * self::LANE,
                'width' => max(2.0, ($slot->end - $slot->handsOff) * $scale),
                'title' => \sprintf('%s unattended: %s', $job->devices[$task->unit]->name, $task->title),
                'isCritical' => \in_array($slot->task, $critical, true),
            ];
        }

        return [$waits, \count($lanes)];
    }

    /** The whole name or none: half of one is no name. */
    private static function fitting(string $name, float $width): string
    {
        return mb_strwidth($name) * self::PER_LETTER <= $width - 8 ? $name : '';
    }
}
