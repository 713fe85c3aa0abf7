<?php

declare(strict_types=1);

namespace Vorhut\Core\Label;

/** Sheets of labels that are in every shop, and a roll. */
enum LabelSheet: string
{
    case TwentyFour = 'a4-24';
    case Fourteen = 'a4-14';
    case SixtyFive = 'a4-65';
    case Roll = 'roll-62';

    public function label(): string
    {
        return match ($this) {
            self::TwentyFour => 'A4, 24 labels of 70 × 37 mm',
            self::Fourteen => 'A4, 14 labels of 99.1 × 38.1 mm',
            self::SixtyFive => 'A4, 65 labels of 38.1 × 21.2 mm',
            self::Roll => 'roll of 62 mm, 29 mm each',
        };
    }

    /** @return array{float, float} width and height of the paper, in mm */
    public function paper(): array
    {
        return self::Roll === $this ? [62.0, 29.0] : [210.0, 297.0];
    }

    /** @return array{float, float} width and height of a label, in mm */
    public function size(): array
    {
        return match ($this) {
            self::TwentyFour => [70.0, 37.0],
            self::Fourteen => [99.1, 38.1],
            self::SixtyFive => [38.1, 21.2],
            self::Roll => [62.0, 29.0],
        };
    }

    /** @return array{int<1, max>, int<1, max>} columns and rows */
    public function grid(): array
    {
        return match ($this) {
            self::TwentyFour => [3, 8],
            self::Fourteen => [2, 7],
            self::SixtyFive => [5, 13],
            self::Roll => [1, 1],
        };
    }

    /** @return int<1, max> */
    public function perPage(): int
    {
        [$columns, $rows] = $this->grid();

        return $columns * $rows;
    }

    /**
     * Where the n-th label of a page stands, from the upper left: the grid is in the middle of the paper, with a gap between columns where
     * the paper has one.
     *
     * @return array{float, float} mm from the left and from the top
     */
    public function position(int $n): array
    {
        [$columns, $rows] = $this->grid();
        [$width, $height] = $this->size();
        $gap = self::Fourteen === $this || self::SixtyFive === $this ? 2.5 : 0.0;
        $left = ($this->paper()[0] - $columns * $width - ($columns - 1) * $gap) / 2;
        $top = ($this->paper()[1] - $rows * $height) / 2;

        return [$left + $n % $columns * ($width + $gap), $top + intdiv($n, $columns) * $height];
    }
}
