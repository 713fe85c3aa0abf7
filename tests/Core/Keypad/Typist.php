<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Keypad;

use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\Press;

/** A keypad as it behaves, key by key, and the cheapest way through all that can be pressed on it. */
final readonly class Typist
{
    public function __construct(private Keypad $keypad, private int $start = 0) {}

    /**
     * Uniform-cost search over single presses.
     *
     * A state is the mode, the key that is under way (or null), how often it was pressed, and how much of the text stands settled.
     *
     * @return array{int, float} presses and seconds
     */
    public function cheapest(string $text): array
    {
        /** @var \SplMinHeap<array{int, float, array{int, string|null, int, int}}> $queue */
        $queue = new \SplMinHeap();
        $queue->insert([0, 0.0, [$this->start, null, 0, 0]]);
        $seen = [];
        while (!$queue->isEmpty()) {
            [$presses, $seconds, $state] = $queue->extract();
            $name = json_encode($state);
            if (isset($seen[$name])) {
                continue;
            }
            $seen[$name] = true;
            if ($this->settled($state, $text) === mb_strlen($text)) {
                return [$presses, round($seconds, 3)];
            }
            foreach ($this->moves($state, $text) as [$cost, $wait, $next]) {
                $queue->insert([$presses + $cost, $seconds + $cost * $this->keypad->seconds() + $wait, $next]);
            }
        }

        throw new \LogicException('There is no way to type '.$text);
    }

    /**
     * What stands on the screen when these are pressed, sequential.
     *
     * @param list<Press> $presses
     */
    public function screen(array $presses): string
    {
        $stands = '';
        $mode = $this->start;
        $under = null;
        $times = 0;
        foreach ($presses as $press) {
            $under = $press->pause > 0 && $press->pause >= $this->keypad->pause ? null : $under;
            foreach ($press->keys as $key) {
                if ($key === $this->keypad->modeKey || $key === $this->keypad->nextKey) {
                    $mode = $key === $this->keypad->modeKey ? $this->after($mode) : $mode;
                    $under = null;
                    continue;
                }
                $types = $this->types($mode, $key);
                $goesOn = $key === $under && \count($types) > 1;
                $times = $goesOn ? $times + 1 : 1;
                $stands = ($goesOn ? mb_substr($stands, 0, -1) : $stands).$types[($times - 1) % \count($types)];
                $under = $key;
            }
        }

        return $stands;
    }

    /**
     * @param array{int, string|null, int, int} $state
     *
     * @return iterable<array{int, float, array{int, string|null, int, int}}> presses, seconds waited, where it leads
     */
    private function moves(array $state, string $text): iterable
    {
        [$mode, $under, $times, $stand] = $state;
        if (null !== $under && \count($this->types($mode, $under)) > 1) {
            yield [1, 0.0, [$mode, $under, $times % \count($this->types($mode, $under)) + 1, $stand]];
        }
        $settled = $this->settled($state, $text);
        if (null === $settled) {
            return;
        }
        if (null !== $this->keypad->modeKey) {
            yield [1, 0.0, [$this->after($mode), null, 0, $settled]];
        }
        if (null !== $this->keypad->nextKey) {
            yield [1, 0.0, [$mode, null, 0, $settled]];
        }
        if (null !== $this->keypad->pause) {
            yield [0, $this->keypad->pause, [$mode, null, 0, $settled]];
        }
        foreach ($this->keypad->modes[$mode]->keys as $key) {
            if ($key->key !== $under || 1 === \count($key->characters())) {
                yield [1, 0.0, [$mode, $key->key, 1, $settled]];
            }
        }
    }

    /**
     * @param array{int, string|null, int, int} $state
     *
     * @return int|null how much of the text would stand if nothing more were pressed; null: something else than the text
     */
    private function settled(array $state, string $text): ?int
    {
        [$mode, $under, $times, $stand] = $state;
        if (null === $under) {
            return $stand;
        }

        return $this->types($mode, $under)[$times - 1] === mb_substr($text, $stand, 1) ? $stand + 1 : null;
    }

    private function after(int $mode): int
    {
        return ($mode + 1) % \count($this->keypad->modes);
    }

    /** @return list<string> */
    private function types(int $mode, string $key): array
    {
        foreach ($this->keypad->modes[$mode]->keys as $of) {
            if ($of->key === $key) {
                return $of->characters();
            }
        }

        throw new \LogicException('There is no key '.$key);
    }
}
