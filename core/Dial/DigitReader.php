<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

/**
 * Reads numbers by several digit maps at once, in time that grows with the number and not with the maps.
 *
 * The sets of positions that the maps can be in are found as numbers lead to them and kept. The timer runs out once, behind the last
 * digit: a T before a digit never matches a number that is dialled without a pause.
 */
final class DigitReader
{
    /** Maps with many repeated positions have more sets than are worth keeping. */
    private const KEPT = 4096;

    /** @var list<Position|null> of all alternatives of all maps, each behind the other; null: the end of one */
    private array $positions = [];

    /** @var list<int> the map that a position belongs to */
    private array $maps = [];

    /** @var array<int, bool> whether from there the number may end */
    private array $ends = [];

    /** @var array<int, bool> whether from there at least one more digit leads to an end */
    private array $goesOn = [];

    /** @var array<string, int> by the positions in it */
    private array $states = [];

    /** @var list<list<int>> */
    private array $sets = [];

    /** @var array<int, array<string, int>> next state by state and digit */
    private array $next = [];

    /** @var list<MapReading> by state */
    private array $readings = [];

    private int $first;

    /** @param list<DigitMap> $maps */
    public function __construct(array $maps)
    {
        $starts = [];
        foreach ($maps as $number => $map) {
            foreach ($map->alternatives as $alternative) {
                $starts[] = \count($this->positions);
                array_push($this->positions, ...$alternative, ...[null]);
                array_push($this->maps, ...array_fill(0, \count($alternative) + 1, $number));
            }
        }
        $this->lookAhead();
        $this->first = $this->state($starts);
    }

    /** @param string $digits as Digits::of gives them */
    public function read(string $digits): MapReading
    {
        $state = $this->first;
        for ($i = 0, $length = \strlen($digits); $i < $length; ++$i) {
            $state = $this->next[$state][$digits[$i]] ?? $this->follow($state, $digits[$i]);
        }
        $reading = $this->readings[$state];
        if (\count($this->sets) > self::KEPT) {
            $this->forget();
        }

        return $reading;
    }

    /**
     * Which maps any number at all is taken by.
     *
     * @param int $max sets of positions that are looked at
     *
     * @return list<array{matches: list<int>, such: string}>|null each list of maps once, with a number that they take; null: too many
     */
    public function all(int $max): ?array
    {
        $this->forget();
        $found = [];
        $numbers = [$this->first => ''];
        for ($state = 0; $state < \count($this->sets); ++$state) {
            if ($state > $max) {
                return null;
            }
            $matches = $this->readings[$state]->matches;
            if ('' !== $numbers[$state] && [] !== $matches) {
                $found[implode(' ', $matches)] ??= ['matches' => $matches, 'such' => $numbers[$state]];
            }
            foreach (str_split(Digits::SYMBOLS) as $digit) {
                $next = $this->next[$state][$digit] ?? $this->follow($state, $digit);
                $numbers[$next] ??= $numbers[$state].$digit;
            }
        }

        return array_values($found);
    }

    private function follow(int $state, string $digit): int
    {
        $symbol = 1 << (int) strpos(Digits::SYMBOLS, $digit);
        $set = [];
        foreach ($this->sets[$state] as $at) {
            $position = $this->positions[$at];
            if (null !== $position && 0 !== ($position->symbols & $symbol)) {
                $set[] = $position->repeats ? $at : $at + 1;
            }
        }

        return $this->next[$state][$digit] = $this->state($set);
    }

    /** @param list<int> $set */
    private function state(array $set): int
    {
        $closed = [];
        foreach ($set as $at) {
            for ($closed[$at] = true; true === $this->positions[$at]?->repeats; $closed[$at] = true) {
                ++$at;
            }
        }
        ksort($closed);
        $set = array_keys($closed);
        $key = implode(' ', $set);
        if (!isset($this->states[$key])) {
            $this->states[$key] = \count($this->sets);
            $this->sets[] = $set;
            $this->readings[] = new MapReading($this->mapsOf($set, $this->ends), $this->mapsOf($set, $this->goesOn));
        }

        return $this->states[$key];
    }

    /**
     * @param list<int> $set in order
     * @param array<int, bool> $which of their positions count
     *
     * @return list<int> their maps
     */
    private function mapsOf(array $set, array $which): array
    {
        $maps = [];
        foreach ($set as $at) {
            if ($which[$at]) {
                $maps[$this->maps[$at]] = true;
            }
        }

        return array_keys($maps);
    }

    private function forget(): void
    {
        $first = $this->sets[$this->first];
        $this->states = $this->sets = $this->next = $this->readings = [];
        $this->first = $this->state($first);
    }

    /** From the back: whether the rest of an alternative may be nothing, the timer, or has to be digits. */
    private function lookAhead(): void
    {
        $silent = [];
        for ($at = \count($this->positions) - 1; $at >= 0; --$at) {
            $position = $this->positions[$at];
            if (null === $position) {
                [$silent[$at], $this->ends[$at], $this->goesOn[$at]] = [true, true, false];
                continue;
            }
            $silent[$at] = $position->repeats && $silent[$at + 1];
            $this->ends[$at] = ($position->repeats && $this->ends[$at + 1]) || ($position->takesTimer() && $silent[$at + 1]);
            $goesOnBehind = $this->goesOn[$at + 1];
            $ended = $position->repeats ? $this->ends[$at] : $this->ends[$at + 1];
            $this->goesOn[$at] = ($position->takesDigits() && ($ended || $goesOnBehind)) || ($position->repeats && $goesOnBehind);
        }
    }
}
