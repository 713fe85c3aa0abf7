<?php

declare(strict_types=1);

namespace Vorhut\Core\Label;

use Vorhut\Core\InvalidValue;

/**
 * A text as a square of dark and light modules, with a seventh of it mended where it is soiled (ISO/IEC 18004:2015, level M, bytes).
 *
 * Our own: no library for it installs on PHP 8.2 without overriding what others require (tried on 2026-12-01), and core uses none.
 * Held against a foreign reader in the tests.
 */
final class MatrixCode
{
    /** By version from 1: check words of a block, blocks with their data words, centres of the alignment patterns. */
    private const VERSIONS = [
        1 => [10, [16], []],
        2 => [16, [28], [6, 18]],
        3 => [26, [44], [6, 22]],
        4 => [18, [32, 32], [6, 26]],
        5 => [24, [43, 43], [6, 30]],
        6 => [16, [27, 27, 27, 27], [6, 34]],
        7 => [18, [31, 31, 31, 31], [6, 22, 38]],
        8 => [22, [38, 38, 39, 39], [6, 24, 42]],
        9 => [22, [36, 36, 36, 37, 37], [6, 26, 46]],
        10 => [26, [43, 43, 43, 43, 44], [6, 28, 50]],
    ];
    private const BYTES = 0b0100;
    private const PAD = [0xEC, 0x11];
    /** Generators and mask of the words that tell level, mask and version (clauses 7.9 and 7.10). */
    private const FORMAT = 0x537;
    private const FORMAT_MASK = 0x5412;
    private const VERSION = 0x1F25;

    /** @var array<int, array<int, bool>> by row and column */
    private array $modules = [];

    /** @var array<int, array<int, bool>> which belong to patterns, and hold no data */
    private array $fixed = [];

    private function __construct(private readonly int $version, public readonly int $size) {}

    /**
     * @return list<list<bool>> rows of modules, true for dark, without the quiet zone of four around it
     *
     * @throws InvalidValue for more than 213 octets
     */
    public static function encode(string $text): array
    {
        foreach (self::VERSIONS as $version => [$check, $blocks]) {
            $head = $version < 10 ? 12 : 20;
            if ($head + 8 * \strlen($text) <= 8 * array_sum($blocks)) {
                $code = new self($version, 17 + 4 * $version);
                $code->patterns();
                $code->fill(self::words($text, $version, $check, $blocks));

                return $code->masked();
            }
        }

        throw new InvalidValue(\sprintf('%d octets', \strlen($text)), 'up to 213 octets', 'Put a shorter text on the label.');
    }

    /**
     * Data and check words as they are placed: the blocks in turn.
     *
     * @param list<int> $blocks
     *
     * @return list<int>
     */
    private static function words(string $text, int $version, int $check, array $blocks): array
    {
        $bits = str_pad(decbin(self::BYTES), 4, '0', \STR_PAD_LEFT)
            .str_pad(decbin(\strlen($text)), $version < 10 ? 8 : 16, '0', \STR_PAD_LEFT);
        foreach ('' === $text ? [] : str_split($text) as $octet) {
            $bits .= str_pad(decbin(\ord($octet)), 8, '0', \STR_PAD_LEFT);
        }
        $room = 8 * array_sum($blocks);
        $bits .= str_repeat('0', min(4, $room - \strlen($bits)));
        $bits .= str_repeat('0', (8 - \strlen($bits) % 8) % 8);
        $words = array_map(static fn (string $b): int => (int) bindec($b), str_split($bits, 8));
        for ($n = 0; \count($words) < array_sum($blocks); ++$n) {
            $words[] = self::PAD[$n % 2];
        }
        $solomon = new ReedSolomon();
        $data = $checks = [];
        $from = 0;
        foreach ($blocks as $length) {
            $block = \array_slice($words, $from, $length);
            $data[] = $block;
            $checks[] = $solomon->check($block, $check);
            $from += $length;
        }

        return [...self::inTurn($data), ...self::inTurn($checks)];
    }

    /**
     * @param list<list<int>> $blocks
     *
     * @return list<int>
     */
    private static function inTurn(array $blocks): array
    {
        $words = [];
        for ($n = 0, $longest = max(0, ...array_map(\count(...), $blocks)); $n < $longest; ++$n) {
            foreach ($blocks as $block) {
                if (isset($block[$n])) {
                    $words[] = $block[$n];
                }
            }
        }

        return $words;
    }

    private function patterns(): void
    {
        $far = $this->size - 7;
        foreach ([[0, 0], [0, $far], [$far, 0]] as [$row, $column]) {
            $this->finder($row, $column);
        }
        for ($n = 8; $n < $this->size - 8; ++$n) {
            $this->fix(6, $n, 0 === $n % 2);
            $this->fix($n, 6, 0 === $n % 2);
        }
        $centres = self::VERSIONS[$this->version][2];
        foreach ($centres as $row) {
            foreach ($centres as $column) {
                if (!isset($this->fixed[$row][$column]) || (6 === $row xor 6 === $column) && !$this->atFinder($row, $column)) {
                    $this->alignment($row, $column);
                }
            }
        }
        // One that is always dark, and room for what tells level and mask.
        $this->fix($this->size - 8, 8, true);
        for ($n = 0; $n < 9; ++$n) {
            $this->keep(8, $n);
            $this->keep($n, 8);
        }
        for ($n = 0; $n < 8; ++$n) {
            $this->keep(8, $this->size - 1 - $n);
            $this->keep($this->size - 1 - $n, 8);
        }
        $this->tellVersion();
    }

    private function atFinder(int $row, int $column): bool
    {
        $far = $this->size - 9;

        return $row < 9 && $column < 9 || $row < 9 && $column > $far || $row > $far && $column < 9;
    }

    private function finder(int $top, int $left): void
    {
        for ($row = -1; $row <= 7; ++$row) {
            for ($column = -1; $column <= 7; ++$column) {
                $ring = max(abs($row - 3), abs($column - 3));
                if ($top + $row >= 0 && $left + $column >= 0 && $top + $row < $this->size && $left + $column < $this->size) {
                    $this->fix($top + $row, $left + $column, 4 !== $ring && 2 !== $ring);
                }
            }
        }
    }

    private function alignment(int $row, int $column): void
    {
        for ($down = -2; $down <= 2; ++$down) {
            for ($right = -2; $right <= 2; ++$right) {
                $this->fix($row + $down, $column + $right, 1 !== max(abs($down), abs($right)));
            }
        }
    }

    private function tellVersion(): void
    {
        if ($this->version < 7) {
            return;
        }
        $word = $this->version << 12 | self::rest($this->version << 12, self::VERSION, 12);
        for ($n = 0; $n < 18; ++$n) {
            $isDark = 1 === ($word >> $n & 1);
            $this->fix(intdiv($n, 3), $this->size - 11 + $n % 3, $isDark);
            $this->fix($this->size - 11 + $n % 3, intdiv($n, 3), $isDark);
        }
    }

    /** @param list<int> $words from the lower right, up and down in double columns */
    private function fill(array $words): void
    {
        $bits = implode('', array_map(static fn (int $w): string => str_pad(decbin($w), 8, '0', \STR_PAD_LEFT), $words));
        $next = 0;
        $isUp = true;
        for ($right = $this->size - 1; $right > 0; $right -= 2) {
            // The column of the timing pattern is left out.
            $right = 6 === $right ? 5 : $right;
            for ($n = 0; $n < $this->size; ++$n) {
                $row = $isUp ? $this->size - 1 - $n : $n;
                foreach ([$right, $right - 1] as $column) {
                    if (!isset($this->fixed[$row][$column])) {
                        $this->modules[$row][$column] = '1' === ($bits[$next++] ?? '0');
                    }
                }
            }
            $isUp = !$isUp;
        }
    }

    /** @return list<list<bool>> with the mask that makes it read best (clause 7.8) */
    private function masked(): array
    {
        $best = null;
        foreach (range(0, 7) as $mask) {
            $rows = $this->with($mask);
            $penalty = MaskPenalty::penalty($rows);
            $best = null === $best || $penalty < $best[0] ? [$penalty, $rows] : $best;
        }

        return $best[1];
    }

    /** @return list<list<bool>> */
    private function with(int $mask): array
    {
        $rows = [];
        for ($row = 0; $row < $this->size; ++$row) {
            for ($column = 0; $column < $this->size; ++$column) {
                $turns = !isset($this->fixed[$row][$column]) && self::turns($mask, $row, $column);
                $rows[$row][$column] = ($this->modules[$row][$column] ?? false) !== $turns;
            }
        }
        // Level M is 00.
        $word = ($mask << 10 | self::rest($mask << 10, self::FORMAT, 10)) ^ self::FORMAT_MASK;
        for ($n = 0; $n < 15; ++$n) {
            $isDark = 1 === ($word >> $n & 1);
            [$row, $column] = match (true) {
                $n < 6 => [$n, 8],
                $n < 8 => [$n + 1, 8],
                8 === $n => [8, 7],
                default => [8, 14 - $n],
            };
            $rows[$row][$column] = $isDark;
            [$row, $column] = $n < 8 ? [8, $this->size - 1 - $n] : [$this->size - 15 + $n, 8];
            $rows[$row][$column] = $isDark;
        }

        return array_map(array_values(...), array_values($rows));
    }

    private static function turns(int $mask, int $row, int $column): bool
    {
        return 0 === match ($mask) {
            0 => ($row + $column) % 2,
            1 => $row % 2,
            2 => $column % 3,
            3 => ($row + $column) % 3,
            4 => (intdiv($row, 2) + intdiv($column, 3)) % 2,
            5 => $row * $column % 2 + $row * $column % 3,
            6 => ($row * $column % 2 + $row * $column % 3) % 2,
            default => (($row + $column) % 2 + $row * $column % 3) % 2,
        };
    }

    /** What is left of a word when it is divided by a generator of a degree. */
    private static function rest(int $word, int $generator, int $degree): int
    {
        for ($bit = 20; $bit >= $degree; --$bit) {
            $word ^= 1 === ($word >> $bit & 1) ? $generator << $bit - $degree : 0;
        }

        return $word;
    }

    private function fix(int $row, int $column, bool $isDark): void
    {
        $this->modules[$row][$column] = $isDark;
        $this->fixed[$row][$column] = true;
    }

    /** Leaves room for what comes last. */
    private function keep(int $row, int $column): void
    {
        $this->fixed[$row][$column] = true;
        $this->modules[$row][$column] ??= false;
    }
}
