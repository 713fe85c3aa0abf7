<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Schedule;

use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\Resources;

/** The shortest time there is for a few tasks: every order in which each begins when something ends is tried. */
final class Exact
{
    private int $best = \PHP_INT_MAX;

    private function __construct(private readonly Agenda $agenda, private readonly Resources $with) {}

    public static function makespan(Agenda $agenda, Resources $with): int
    {
        $exact = new self($agenda, $with);
        $exact->search(
            now: 0,
            done: array_fill(0, \count($agenda->units), 0),
            ends: [],
            free: array_fill(0, $with->technicians, 0),
            last: -1,
        );

        return $exact->best;
    }

    /**
     * @param array<int, int> $done how many tasks of each unit have begun
     * @param array<int, int> $ends by task
     * @param array<int, int> $free when each technician is
     * @param int $last the unit begun last at this moment: the order of beginnings at one moment does not matter
     */
    private function search(int $now, array $done, array $ends, array $free, int $last): void
    {
        foreach ($this->agenda->units as $place => $unit) {
            $rest = array_map(fn (int $t): int => $this->agenda->tasks[$t]->length(), \array_slice($unit->tasks, $done[$place]));
            $from = 0 === $done[$place] ? $unit->ready : $ends[$unit->tasks[$done[$place] - 1] ?? -1] ?? 0;
            if (max($from, [] === $rest ? 0 : $now) + array_sum($rest) >= $this->best) {
                return;
            }
        }
        if (\count($ends) === \count($this->agenda->tasks)) {
            $this->best = min($this->best, max([0, ...$ends]));

            return;
        }
        foreach ($this->agenda->units as $place => $unit) {
            if ($place > $last && $this->mayBegin(now: $now, place: $place, done: $done, ends: $ends, free: $free)) {
                $number = $unit->tasks[$done[$place]];
                $task = $this->agenda->tasks[$number];
                $hands = $free;
                sort($hands);
                for ($n = 0; $n < $task->hands->among($this->with->technicians); ++$n) {
                    $hands[$n] = $now + $task->seconds;
                }
                $this->search(
                    now: $now,
                    done: [...$done, $place => $done[$place] + 1],
                    ends: $ends + [$number => $now + $task->length()],
                    free: $hands,
                    last: $place,
                );
            }
        }
        $later = array_filter([...$ends, ...$free, ...array_column($this->agenda->units, 'ready')], static fn (int $t): bool => $t > $now);
        if ([] !== $later) {
            $this->search(now: min($later), done: $done, ends: $ends, free: $free, last: -1);
        }
    }

    /**
     * @param array<int, int> $done
     * @param array<int, int> $ends
     * @param array<int, int> $free
     */
    private function mayBegin(int $now, int $place, array $done, array $ends, array $free): bool
    {
        $unit = $this->agenda->units[$place];
        $number = $unit->tasks[$done[$place]] ?? null;
        if (null === $number || $now < $unit->ready) {
            return false;
        }
        $task = $this->agenda->tasks[$number];
        $before = $done[$place] > 0 ? [$unit->tasks[$done[$place] - 1], ...$task->after] : $task->after;
        foreach ($before as $one) {
            if (($ends[$one] ?? \PHP_INT_MAX) > $now) {
                return false;
            }
        }
        $idle = \count(array_filter($free, static fn (int $t): bool => $t <= $now));

        return $idle >= $task->hands->among($this->with->technicians)
            && ($done[$place] !== $unit->from || !$unit->needsTheBench() || $this->hasRoom($now, $place, $done, $ends));
    }

    /**
     * @param array<int, int> $done
     * @param array<int, int> $ends
     */
    private function hasRoom(int $now, int $place, array $done, array $ends): bool
    {
        $ports = 1;
        $watts = $this->agenda->units[$place]->watts;
        foreach ($this->agenda->units as $at => $other) {
            $isOn = $at !== $place && $other->needsTheBench() && ($other->isOnTheBench() || $done[$at] > $other->from)
                && ($ends[$other->tasks[$other->to] ?? -1] ?? \PHP_INT_MAX) > $now;
            if (!$isOn) {
                continue;
            }
            ++$ports;
            $watts += $other->watts;
            if ('' !== $other->factory && $other->factory === $this->agenda->units[$place]->factory) {
                return false;
            }
        }

        return $ports <= $this->with->ports && $watts <= $this->with->watts;
    }
}
