<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

/** The way of a line from one box to another: past those that stand between them, never behind one. */
final readonly class LinePath
{
    /** Pixels at either side of a column that a line passes. */
    private const MARGIN = 10;

    /** @param list<array{int, int}> $points in pairs: from where to where it bends, straight between the pairs */
    private function __construct(private array $points) {}

    /**
     * @param array{int, int} $from
     * @param array{int, int} $to
     * @param list<array{int, int}> $columns left and right edge of those that it passes
     * @param int $first y of the gap above the first row
     * @param int $pitch from one gap between rows to the next
     */
    public static function past(array $from, array $to, array $columns, int $first, int $pitch): self
    {
        $points = [$from];
        foreach ($columns as [$left, $right]) {
            $share = ($left - $from[0]) / max(1, $to[0] - $from[0]);
            $straight = $from[1] + ($to[1] - $from[1]) * $share;
            $lane = $first + $pitch * max(0, (int) round(($straight - $first) / $pitch));
            array_push($points, [$left - self::MARGIN, $lane], [$right + self::MARGIN, $lane]);
        }

        return new self([...$points, $to]);
    }

    /** SVG 2, 9.3: curves that leave and arrive level. */
    public function drawn(): string
    {
        $path = \sprintf('M%d %d', ...$this->points[0]);
        for ($i = 0; $i + 1 < \count($this->points); $i += 2) {
            [$x1, $y1] = $this->points[$i];
            [$x2, $y2] = $this->points[$i + 1];
            $bend = max(20, intdiv($x2 - $x1, 2));
            $path .= \sprintf('C%d %d %d %d %d %d', $x1 + $bend, $y1, $x2 - $bend, $y2, $x2, $y2);
            $path .= isset($this->points[$i + 2]) ? \sprintf('L%d %d', ...$this->points[$i + 2]) : '';
        }

        return $path;
    }

    /** The height of its first curve at some x. */
    public function heightAt(int $x): int
    {
        [[$x1, $y1], [$x2, $y2]] = $this->points;
        $t = 0.0;
        while ($t < 1.0 && $x1 + ($x2 - $x1) * (1.5 * $t - 1.5 * $t ** 2 + $t ** 3) < $x) {
            $t += 0.02;
        }

        return (int) round($y1 + ($y2 - $y1) * (3 * $t ** 2 - 2 * $t ** 3));
    }
}
