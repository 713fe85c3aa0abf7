<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\Input;

/** What was typed for a sum, as the sum takes it. */
final class SumTyped
{
    /**
     * @param array<string, string> $typed
     *
     * @return array<string, mixed>
     */
    public static function read(Calculation $calculation, array $typed): array
    {
        $given = [];
        foreach ($calculation->about()->inputs as $input) {
            $text = $typed[$input->name] ?? '';
            if ($input->isFlag()) {
                $given[$input->name] = '1' === $text;
            } elseif ('' !== $text) {
                $given[$input->name] = [] === $input->columns ? self::value($input, $text) : self::records($input, $text);
            }
        }

        return $given;
    }

    private static function value(Input $input, string $text): int|float|string
    {
        $number = str_replace(',', '.', trim($text));

        return $input->isNumber() && is_numeric($number) ? $number + 0 : $text;
    }

    /** @return list<array<string, int|float|string>> one record a line */
    private static function records(Input $input, string $text): array
    {
        $lines = explode("\n", str_replace("\r", "\n", $text));

        return array_values(array_filter(array_map(static fn (string $l): array => self::record($input, $l), $lines)));
    }

    /** @return array<string, int|float|string> figures in the order of the columns, or each with the name of its column behind it */
    private static function record(Input $input, string $line): array
    {
        $columns = array_column($input->columns, null, 'name');
        preg_match_all('/[^\s;]+/', $line, $found);
        $record = [];
        foreach ($found[0] as $n => $word) {
            if (isset($columns[$word])) {
                continue;
            }
            $behind = $found[0][$n + 1] ?? '';
            $next = array_key_first(array_diff_key($columns, $record));
            $name = isset($columns[$behind]) ? $behind : $next ?? $word;
            $record[$name] = isset($columns[$name]) ? self::value($columns[$name], $word) : $word;
        }

        return $record;
    }
}
