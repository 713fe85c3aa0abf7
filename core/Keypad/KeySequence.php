<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

use Vorhut\Core\InvalidValue;

/**
 * The shortest sequence of keys that types a text: fewest presses; of those with as few, the least time.
 *
 * Found by dynamic programming over the characters: what comes next depends on nothing but the mode and the key pressed last.
 */
final readonly class KeySequence
{
    /**
     * @param list<Press> $presses one for each character that can be typed
     * @param list<string> $impossible characters that no key types in any mode, each once
     */
    private function __construct(public array $presses, public int $total, public float $seconds, public array $impossible) {}

    /**
     * @param string|null $start the mode in which the field stands; null: in which it begins
     *
     * @throws InvalidValue for a mode that it does not have
     */
    public static function fromKeypad(Keypad $keypad, string $text, ?string $start = null): self
    {
        $typing = self::typing($keypad);
        $ways = [new KeyPath(
            mode: self::mode($keypad, $start ?? $keypad->start),
            key: '',
            presses: 0,
            seconds: 0.0,
            last: null,
            before: null,
        )];
        $impossible = [];
        foreach (mb_str_split($text) as $character) {
            $options = $typing[$character] ?? [];
            if ([] === $options) {
                $impossible[$character] = $character;
                continue;
            }
            $next = [];
            foreach ($options as [$mode, $key, $times, $isCycling]) {
                $best = null;
                foreach ($ways as $way) {
                    $on = self::step(
                        keypad: $keypad,
                        from: $way,
                        mode: $mode,
                        key: $key,
                        times: $times,
                        isCycling: $isCycling,
                        character: $character,
                    );
                    $best = $on->isBetterThan($best) ? $on : $best;
                }
                $next[] = $best;
            }
            $ways = array_values(array_filter($next));
        }
        $best = null;
        foreach ($ways as $way) {
            $best = $way->isBetterThan($best) ? $way : $best;
        }
        $presses = [];
        for ($way = $best; null !== $way?->last; $way = $way->before) {
            $presses[] = $way->last;
        }

        return new self(array_reverse($presses), $best->presses ?? 0, round($best->seconds ?? 0.0, 3), array_values($impossible));
    }

    /** @return array<array-key, list<array{int, string, int, bool}>> by character: mode, key, how often, whether it goes round */
    private static function typing(Keypad $keypad): array
    {
        $typing = [];
        foreach ($keypad->modes as $mode => $of) {
            foreach ($of->keys as $key) {
                $characters = $key->characters();
                foreach (array_unique($characters) as $at => $character) {
                    $typing[$character][] = [$mode, $key->key, $at + 1, \count($characters) > 1];
                }
            }
        }

        return $typing;
    }

    private static function step(
        Keypad $keypad,
        KeyPath $from,
        int $mode,
        string $key,
        int $times,
        bool $isCycling,
        string $character,
    ): KeyPath {
        $changes = ($mode - $from->mode + \count($keypad->modes)) % \count($keypad->modes);
        $keys = array_fill(0, $changes, (string) $keypad->modeKey);
        $pause = 0.0;
        if (0 === $changes && $key === $from->key && $isCycling) {
            if (null !== $keypad->nextKey) {
                $keys[] = $keypad->nextKey;
            } else {
                $pause = $keypad->pause ?? 0.0;
            }
        }
        array_push($keys, ...array_fill(0, $times, $key));

        return new KeyPath(
            mode: $mode,
            key: $key,
            presses: $from->presses + \count($keys),
            seconds: $from->seconds + \count($keys) * $keypad->seconds() + $pause,
            last: new Press($character, $keys, $pause),
            before: $from,
        );
    }

    private static function mode(Keypad $keypad, ?string $wanted): int
    {
        $ids = array_map(static fn (Mode $m): string => $m->id, $keypad->modes);
        if (null === $wanted) {
            return 0;
        }
        $at = array_search($wanted, $ids, true);

        return \is_int($at) ? $at : throw new InvalidValue($wanted, implode(', ', $ids), 'Choose a mode of this keypad.');
    }
}
