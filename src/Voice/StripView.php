<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** The number strip as it is drawn: a row for each hundred. */
final readonly class StripView
{
    public const CELL = 6.6;
    public const ROW = 22;
    public const LEFT = 52;

    public float $width;
    public int $height;

    /**
     * @param list<array{
     *     name: string,
     *     y: int,
     *     cells: list<array{x: float, state: string, title: string, url: string}>,
     * }> $rows
     */
    public function __construct(public array $rows, public int $more, public int $taken, public int $free, public int $clashing)
    {
        $this->width = self::LEFT + 100 * self::CELL + 9 * 2;
        $this->height = 18 + self::ROW * \count($rows);
    }
}
