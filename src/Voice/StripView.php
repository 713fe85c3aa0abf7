<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** The number strip as it is drawn: a row for each hundred. */
final readonly class StripView
{
    public const CELL = 6.6;
    public const ROW = 22;
    public const LEFT = 52;

    /** @var array<string, float> where the numbers of a ten begin, by their last two digits */
    public array $tens;

    public string $summary;
    public float $width;
    public int $height;

    /**
     * @param list<array{
     *     name: string,
     *     y: int,
     *     cells: list<array{x: float, state: string, title: string, url: string}>,
     * }> $rows
     */
    public function __construct(public array $rows, public int $more, int $taken, int $free, int $clashing)
    {
        $tens = [];
        for ($ten = 0; $ten < 10; ++$ten) {
            $tens[$ten.'0 '] = self::at(10 * $ten);
        }
        $this->tens = $tens;
        $clash = 0 === $clashing ? '' : \sprintf(', %d in conflict', $clashing);
        $this->summary = \sprintf('%d assigned, %d free%s', $taken + $clashing, $free, $clash);
        $this->width = self::LEFT + 100 * self::CELL + 9 * 2;
        $this->height = 18 + self::ROW * \count($rows);
    }

    /** Where a number lies in its row of a hundred. */
    public static function at(int $number): float
    {
        return self::LEFT + $number * self::CELL + 2 * intdiv($number, 10);
    }
}
