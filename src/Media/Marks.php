<?php

declare(strict_types=1);

namespace Vorhut\App\Media;

use Vorhut\Core\Job\Reading;

/** A log of figures as a line below its limit. */
final readonly class Marks
{
    private const WIDTH = 240;
    private const HEIGHT = 60;
    /** What is left free above the highest figure and the limit, and below the lowest. */
    private const ROOM = 5;

    /** @param string $points as a polyline has them */
    private function __construct(
        public string $points,
        public ?float $limit,
        public bool $fits,
        public string $said,
        public string $from,
        public string $to,
    ) {}

    /** @param list<Reading> $readings in their order; each with a figure */
    public static function fromReadings(array $readings, ?float $limit): ?self
    {
        $values = array_map(static fn (Reading $r): float => $r->value ?? 0.0, $readings);
        if ([] === $values) {
            return null;
        }
        $top = max([...$values, $limit ?? -\INF]) + self::ROOM;
        $low = min($values) - self::ROOM;
        $y = static fn (float $v): float => round(self::HEIGHT * ($top - $v) / ($top - $low), 1);
        $step = \count($values) > 1 ? self::WIDTH / (\count($values) - 1) : self::WIDTH;
        $points = array_map(static fn (int $n): string => round($n * $step, 1).','.$y($values[$n]), array_keys($values));
        $said = \sprintf('%s %s measured', round(max($values), 1), $readings[0]->what->unit());

        return new self(
            points: implode(' ', $points),
            limit: null === $limit ? null : $y($limit),
            fits: null === $limit || max($values) <= $limit,
            said: null === $limit ? $said : \sprintf('%s, rated to %s', $said, $limit),
            from: $readings[0]->at ?? '',
            to: end($readings)->at ?? '',
        );
    }
}
