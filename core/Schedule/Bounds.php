<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** What no order can be faster than. All in seconds. */
final readonly class Bounds
{
    private function __construct(
        /** The longest chain of steps that wait for each other. */
        public int $chain,
        /** All work with hands, of two where two are there for it. */
        public int $work,
        /** The same, shared evenly. */
        public int $hands,
        /** Units with one factory address, one after the other. */
        public int $factory,
        /** What the ports and watts of the bench let through. */
        public int $bench,
    ) {}

    public static function fromNetwork(TaskGraph $network, Resources $with): self
    {
        $circle = array_flip($network->circle);
        $chain = $hands = 0;
        foreach ($network->agenda->tasks as $number => $task) {
            if (!isset($circle[$number])) {
                $chain = max($chain, $network->head[$number] + $network->tail[$number]);
                $hands += $task->seconds * $task->hands->among($with->technicians);
            }
        }
        $stays = self::stays($network, $circle);
        $factory = 0;
        foreach (array_diff(array_unique(array_column($stays, 'factory')), ['']) as $address) {
            $sharing = array_filter($stays, static fn (array $s): bool => $s['factory'] === $address);
            $factory = max($factory, self::through($sharing, array_sum(array_column($sharing, 'seconds'))));
        }
        $fed = array_filter($stays, static fn (array $s): bool => $s['watts'] > 0 && $s['watts'] <= $with->watts);
        $watts = array_sum(array_map(static fn (array $s): float => $s['watts'] * $s['seconds'], $fed));
        $bench = max(
            self::through($stays, (int) ceil(array_sum(array_column($stays, 'seconds')) / $with->ports)),
            [] === $fed ? 0 : self::through($fed, (int) ceil($watts / $with->watts)),
        );

        return new self(chain: $chain, work: $hands, hands: (int) ceil($hands / $with->technicians), factory: $factory, bench: $bench);
    }

    public function lowerBound(): int
    {
        return max($this->chain, $this->hands, $this->factory, $this->bench);
    }

    /**
     * How long each unit is on the bench at least.
     *
     * @param array<int, int> $circle tasks that are never done
     *
     * @return list<array{seconds: int, before: int, behind: int, factory: string, watts: float}>
     */
    private static function stays(TaskGraph $network, array $circle): array
    {
        $stays = [];
        foreach ($network->agenda->units as $unit) {
            $tasks = $unit->needsTheBench() ? \array_slice($unit->tasks, max(0, $unit->from), $unit->to - max(0, $unit->from) + 1) : [];
            if ([] === $tasks || [] !== array_intersect_key($circle, array_flip($tasks))) {
                continue;
            }
            $last = $tasks[\count($tasks) - 1];
            $lengths = array_map(static fn (int $t): int => $network->agenda->tasks[$t]->length(), $tasks);
            $stays[] = [
                'seconds' => array_sum($lengths),
                'before' => $unit->isOnTheBench() ? 0 : $network->head[$tasks[0]],
                'behind' => $network->tail[$last] - $network->agenda->tasks[$last]->length(),
                'factory' => $unit->factory,
                'watts' => $unit->watts,
            ];
        }

        return $stays;
    }

    /** @param array<array-key, array{seconds: int, before: int, behind: int, factory: string, watts: float}> $stays */
    private static function through(array $stays, int $seconds): int
    {
        return [] === $stays ? 0 : min(array_column($stays, 'before')) + $seconds + min(array_column($stays, 'behind'));
    }
}
