<?php

declare(strict_types=1);

namespace Vorhut\App\Web\View;

/** A sum against its limit, as it is drawn: all of the line is what there is, the mark is what may be used. */
final readonly class Bar
{
    private const WIDTH = 240;
    /** Below which a figure is a whole one. */
    private const WHOLE = 0.05;

    private function __construct(
        public string $label,
        public string $said,
        public int $filled,
        public int $limit,
        public bool $fits,
        public string $contributors,
    ) {}

    /** @param list<string> $contributors the largest first */
    public static function fromLoad(string $label, float $sum, float $limit, float $whole, string $unit, array $contributors = []): self
    {
        $scale = self::WIDTH / max($whole, 1e-9);

        return new self(
            label: $label,
            said: \sprintf('%s of %s %s', self::figure($sum), self::figure($limit), $unit),
            filled: (int) round(min(self::WIDTH, $sum * $scale)),
            limit: (int) round(min(self::WIDTH, $limit * $scale)),
            fits: $sum <= $limit + 1e-9,
            contributors: implode('; ', $contributors),
        );
    }

    private static function figure(float $value): string
    {
        return number_format($value, $value < 10 && abs($value - round($value)) > self::WHOLE ? 1 : 0, '.', "\u{2009}");
    }
}
