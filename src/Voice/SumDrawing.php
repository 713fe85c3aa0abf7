<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** A line over a few points: what one more of something would change. */
final readonly class SumDrawing
{
    public const WIDTH = 620;
    public const HEIGHT = 150;

    /**
     * @param string $path SVG path
     * @param list<array{x: float, label: string, y: float, value: string, here: bool}> $points
     */
    private function __construct(public string $title, public string $path, public array $points) {}

    /**
     * @param array<array-key, float> $values by what stands below them
     * @param string $here the one that is meant
     */
    public static function drawn(string $title, array $values, string $here, string $format): self
    {
        $max = max([...array_values($values), 1e-9]);
        $step = (self::WIDTH - 60) / max(1, \count($values) - 1);
        $points = [];
        $path = '';
        foreach (array_keys($values) as $i => $label) {
            $x = round(30 + $i * $step, 1);
            $y = round(24 + (1 - $values[$label] / $max) * (self::HEIGHT - 60), 1);
            $path .= \sprintf('%s%s %s', '' === $path ? 'M' : 'L', $x, $y);
            $isHere = (string) $label === $here;
            $value = \sprintf($format, $values[$label]);
            $points[] = ['x' => $x, 'label' => (string) $label, 'y' => $y, 'value' => $value, 'here' => $isHere];
        }

        return new self($title, $path, $points);
    }
}
