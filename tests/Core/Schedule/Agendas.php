<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Schedule;

use Random\Randomizer;
use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\Staffing;
use Vorhut\Core\Schedule\Task;
use Vorhut\Core\Schedule\UnitWork;

/** Work for tests of the schedule, and whether an order keeps all rules. */
final class Agendas
{
    /**
     * @param array<int, list<array{int, int}>> $units seconds with hands and by itself, task by task
     * @param array<int, list<int>> $after tasks by number, and those of other units they wait for
     * @param array<int, array{from?: int, to?: int, factory?: string, watts?: float, ready?: int}> $bench by unit
     */
    public static function make(array $units, array $after = [], array $bench = []): Agenda
    {
        $tasks = $work = [];
        foreach ($units as $unit => $times) {
            $numbers = [];
            foreach ($times as [$seconds, $wait]) {
                $number = \count($tasks);
                $numbers[] = $number;
                $tasks[] = new Task(
                    unit: 'u'.$unit,
                    step: 's'.$number,
                    title: 'Step '.$number,
                    hands: Staffing::One,
                    seconds: $seconds,
                    wait: $wait,
                    after: $after[$number] ?? [],
                );
            }
            $of = ['from' => 0, 'to' => -2, 'factory' => '', 'watts' => 0.0, 'ready' => 0, ...$bench[$unit] ?? []];
            $work[] = new UnitWork(
                unit: 'u'.$unit,
                tasks: $numbers,
                from: $of['from'],
                to: $of['to'],
                factory: $of['factory'],
                watts: $of['watts'],
                ready: $of['ready'],
            );
        }

        return new Agenda($tasks, $work);
    }

    /** A few units that share factory addresses and wait for each other now and then. */
    public static function random(Randomizer $random, int $units): Agenda
    {
        $times = $after = $bench = [];
        $number = 0;
        for ($unit = 0; $unit < $units; ++$unit) {
            $count = $random->getInt(1, 3);
            for ($task = 0; $task < $count; ++$task) {
                $times[$unit][] = [$random->getInt(1, 6) * 10, $random->getInt(0, 1) * $random->getInt(1, 9) * 10];
                if ($number > $count && 0 === $random->getInt(0, 4)) {
                    $after[$number] = [$random->getInt(0, $number - $task - 1)];
                }
                ++$number;
            }
            $bench[$unit] = ['from' => 0, 'to' => $random->getInt(0, $count - 1), 'factory' => ['', 'a', 'b'][$random->getInt(0, 2)],
                'watts' => 10.0 * $random->getInt(0, 3), 'ready' => 0 === $random->getInt(0, 5) ? 50 : 0];
        }

        return self::make($times, $after, $bench);
    }
}
