<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

/** Places labels over a line so that none covers another: on the first row with room, or not at all. */
final class LabelShelf
{
    private const ROWS = 4;
    private const CHARACTER = 6.3;
    private const GAP = 10.0;

    /** @var list<list<array{float, float}>> taken stretches by row */
    private array $taken = [];

    public function __construct(private readonly float $width) {}

    /** @return array{x: float, row: int}|null */
    public function fit(float $x, string $text): ?array
    {
        $needs = mb_strlen($text) * self::CHARACTER;
        $start = round(max(0.0, min($x, $this->width - $needs)), 1);
        for ($row = 0; $row < self::ROWS; ++$row) {
            foreach ($this->taken[$row] ?? [] as [$from, $to]) {
                if ($start < $to + self::GAP && $start + $needs + self::GAP > $from) {
                    continue 2;
                }
            }
            $this->taken[$row][] = [$start, $start + $needs];

            return ['x' => $start, 'row' => $row];
        }

        return null;
    }

    public function rows(): int
    {
        return max(1, \count($this->taken));
    }
}
