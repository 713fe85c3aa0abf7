<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Settings of a unit as lines of text, "poll-list = 10.47.60.1, 10.47.60.9". */
final class SettingsText
{
    public static function write(mixed $settings): string
    {
        $lines = [];
        foreach (\is_array($settings) ? $settings : [] as $name => $value) {
            $lines[] = $name.' = '.(\is_array($value) ? implode(', ', array_filter($value, \is_scalar(...))) : self::scalar($value));
        }

        return implode("\n", $lines);
    }

    /** @return array<string, mixed>|\stdClass with a list where commas stand */
    public static function read(string $text): array|\stdClass
    {
        $settings = [];
        foreach (explode("\n", str_replace("\r", '', $text)) as $line) {
            [$name, $value] = array_map(trim(...), explode('=', $line, 2) + [1 => '']);
            if ('' !== $name) {
                $settings[$name] = str_contains($value, ',') ? array_map(trim(...), explode(',', $value)) : self::typed($value);
            }
        }

        return [] === $settings ? new \stdClass() : $settings;
    }

    private static function scalar(mixed $value): string
    {
        return match (true) {
            true === $value => 'yes',
            false === $value => 'no',
            default => \is_scalar($value) ? (string) $value : '',
        };
    }

    private static function typed(string $value): string|int|bool|null
    {
        return match (true) {
            '' === $value => null,
            'yes' === $value => true,
            'no' === $value => false,
            1 === preg_match('/^-?\d{1,9}$/D', $value) => (int) $value,
            default => $value,
        };
    }
}
