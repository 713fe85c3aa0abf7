<?php

declare(strict_types=1);

namespace Vorhut\Field\Words;

use Vorhut\Field\Light\LightUnit;

/** What a node or scene store of the lab can be told: what its lights get, who sends, scenes. */
final class LightWords
{
    private const MAX_SLOTS = 64;

    /**
     * @param \Closure(): float $now seconds of a clock that never goes back
     *
     * @return array<string, \Closure(string...): string>
     */
    public static function answer(LightUnit $unit, \Closure $now): array
    {
        return [
            'NAME' => static fn (): string => $unit->name,
            'SLOTS' => static function (string ...$words) use ($unit): string {
                [$universe, $first, $count] = self::numbers($words, 3);

                return implode(' ', $unit->slots($universe, max(1, $first), max(1, min(self::MAX_SLOTS, $count))));
            },
            'SENDERS' => static fn (string ...$words): string => implode('; ', $unit->senders(self::numbers($words, 1)[0], $now())),
            'SCENES' => static fn (): string => implode(' ', $unit->kept()),
            'KEEP' => static fn (string ...$words): string => self::done($unit->keep(self::numbers($words, 1)[0], $now())),
            'SHOW' => static fn (string ...$words): string => self::done($unit->show(self::numbers($words, 1)[0], $now())),
        ];
    }

    /**
     * @param array<string> $words
     *
     * @return list<int>
     */
    private static function numbers(array $words, int $count): array
    {
        $numbers = array_map(intval(...), array_filter($words, static fn (string $w): bool => 1 === preg_match('/^\d{1,5}$/D', $w)));

        return \count($numbers) === $count && \count($words) === $count
            ? array_values($numbers)
            : throw new WordRefused(\sprintf('%d numbers are wanted', $count));
    }

    private static function done(string $whyNot): string
    {
        return '' === $whyNot ? '' : throw new WordRefused($whyNot);
    }
}
