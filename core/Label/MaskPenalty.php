<?php

declare(strict_types=1);

namespace Vorhut\Core\Label;

/** How hard a matrix code is to read: runs, blocks, what looks like a finder, too much of one shade (ISO/IEC 18004:2015, clause 7.8.3). */
final class MaskPenalty
{
    private const RUN = 3;
    private const BLOCK = 3;
    private const FINDER = 40;
    private const SHADE = 10;
    private const LIKE = ['10111010000', '00001011101'];

    /** @param list<list<bool>> $rows */
    public static function penalty(array $rows): int
    {
        $size = \count($rows);
        $lines = array_map(self::text(...), $rows);
        for ($column = 0; $column < $size; ++$column) {
            $lines[] = self::text(array_column($rows, $column));
        }
        $penalty = 0;
        foreach ($lines as $line) {
            preg_match_all('/0{5,}|1{5,}/', $line, $runs);
            foreach ($runs[0] as $run) {
                $penalty += self::RUN + \strlen($run) - 5;
            }
            foreach (self::LIKE as $pattern) {
                for ($at = strpos($line, $pattern); false !== $at; $at = strpos($line, $pattern, $at + 1)) {
                    $penalty += self::FINDER;
                }
            }
        }
        for ($row = 1; $row < $size; ++$row) {
            for ($column = 1; $column < $size; ++$column) {
                $is = $rows[$row][$column];
                $same = $is === $rows[$row - 1][$column] && $is === $rows[$row][$column - 1] && $is === $rows[$row - 1][$column - 1];
                $penalty += $same ? self::BLOCK : 0;
            }
        }
        $dark = substr_count(implode('', \array_slice($lines, 0, $size)), '1');

        return $penalty + self::SHADE * (int) floor(abs(100 * $dark / $size ** 2 - 50) / 5);
    }

    /** @param list<bool> $modules */
    private static function text(array $modules): string
    {
        return implode('', array_map(static fn (bool $is): string => $is ? '1' : '0', $modules));
    }
}
