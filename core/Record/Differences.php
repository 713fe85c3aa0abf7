<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** Where two records differ, as deep as both have the same shape. */
final class Differences
{
    /** @return iterable<array{string, mixed, mixed}> path in words, value before, value after */
    public static function between(mixed $before, mixed $after, string $path = ''): iterable
    {
        [$old, $new] = array_map(static fn (mixed $v): mixed => $v instanceof \stdClass ? (array) $v : $v, [$before, $after]);
        if (!\is_array($old) || !\is_array($new)) {
            if ($old !== $new) {
                yield [$path, $old, $new];
            }

            return;
        }
        foreach (array_keys($old + $new) as $key) {
            $name = \is_int($key) ? (string) ($key + 1) : $key;
            yield from self::between($old[$key] ?? null, $new[$key] ?? null, '' === $path ? $name : $path.' '.$name);
        }
    }

    public static function text(mixed $value): string
    {
        return match (true) {
            null === $value => 'nothing',
            \is_string($value) => $value,
            default => Json::line($value),
        };
    }
}
