<?php

declare(strict_types=1);

namespace Vorhut\App\Racks;

use Vorhut\App\Web\View\Link;
use Vorhut\Core\Rack\Placed;
use Vorhut\Core\Rack\RackSum;

/** A rack as one stands before it. */
final readonly class RackView
{
    /** How high a unit is drawn. */
    public const ROW = 22;
    /** Units between two marks. */
    private const EVERY = 5;

    /**
     * @param list<array{y: int, height: int, name: string, note: string, class: string}> $things from the top down
     * @param list<array{y: int, text: string}> $marks every fifth unit
     * @param list<array{unit: int, height: int, name: string, note: string, class: string}> $rows every unit from the top down
     * @param list<array{string, string}> $sums
     * @param list<string> $cautions where the hands are
     */
    private function __construct(
        public Link $link,
        public string $place,
        public int $height,
        public array $things,
        public array $marks,
        public array $rows,
        public array $sums,
        public array $cautions,
    ) {}

    /** @param list<Placed> $broken what does not fit */
    public static function fromRack(RackSum $sum, Link $link, string $place, string $circuit, array $broken): self
    {
        $things = [];
        foreach (array_reverse($sum->placed) as $one) {
            $things[] = [
                'y' => max(0, ($sum->rack->units - $one->top()) * self::ROW),
                'height' => $one->height * self::ROW - 2,
                'name' => $one->name,
                'note' => self::note($one),
                'class' => \in_array($one, $broken, true) ? 'too-much' : ($one->isHeavy() ? 'heavy' : 'fits'),
            ];
        }
        $marks = [];
        for ($unit = 1; $unit <= $sum->rack->units; $unit = 1 === $unit ? self::EVERY : $unit + self::EVERY) {
            $marks[] = ['y' => ($sum->rack->units - $unit + 1) * self::ROW - 6, 'text' => (string) $unit];
        }

        return new self(
            link: $link,
            place: $place,
            height: $sum->rack->units * self::ROW,
            things: $things,
            marks: $marks,
            rows: self::rows($sum, $things),
            sums: self::sums($sum, $circuit),
            cautions: self::cautions($sum),
        );
    }

    /**
     * The same as rows of a table: how many units what begins there takes, 0 where nothing begins.
     *
     * @param list<array{y: int, height: int, name: string, note: string, class: string}> $things
     *
     * @return list<array{unit: int, height: int, name: string, note: string, class: string}>
     */
    private static function rows(RackSum $sum, array $things): array
    {
        $begins = array_column($things, null, 'y');
        $rows = [];
        $taken = 0;
        for ($index = 0; $index < $sum->rack->units; ++$index) {
            $thing = $begins[$index * self::ROW] ?? null;
            $isFree = $index >= $taken;
            $height = match (true) {
                !$isFree => 0,
                null === $thing => 1,
                default => min(intdiv($thing['height'] + 2, self::ROW), $sum->rack->units - $index),
            };
            $taken = max($taken, $index + $height);
            $rows[] = [
                'unit' => $sum->rack->units - $index,
                'height' => $height,
                'name' => $isFree ? $thing['name'] ?? '' : '',
                'note' => $isFree ? $thing['note'] ?? '' : '',
                'class' => $isFree && null !== $thing ? $thing['class'] : 'free',
            ];
        }

        return $rows;
    }

    private static function note(Placed $one): string
    {
        $parts = [
            null === $one->kilograms ? '' : \sprintf('%s kg', round($one->kilograms, 1)),
            0.0 === $one->watts ? '' : \sprintf('%.0f W', $one->watts),
        ];

        return implode(', ', array_filter($parts, static fn (string $p): bool => '' !== $p));
    }

    /** @return list<array{string, string}> */
    private static function sums(RackSum $sum, string $circuit): array
    {
        $tender = $sum->tenderest();
        $sums = [
            ['Weight', \sprintf('%.0f kg', $sum->kilograms())],
            ['Power', \sprintf('%.0f W', $sum->watts())],
            ['Heat load', \sprintf('%.0f BTU/h, %.2f kW', $sum->btuPerHour(), $sum->watts() / 1000)],
            ['Circuit', '' === $circuit ? 'not set' : $circuit],
            ['Earthing', $sum->rack->earthed ? 'bonded' : 'not recorded'],
        ];
        if (null !== $tender) {
            $sums[] = ['Maximum ambient', \sprintf('%s °C, limited by %s', $tender->celsius, $tender->name)];
        }

        return $sums;
    }

    /** @return list<string> */
    private static function cautions(RackSum $sum): array
    {
        $cautions = [];
        foreach ($sum->placed as $one) {
            if ($one->isHeavy()) {
                $cautions[] = \sprintf('%s: %s kg, two people or a lifting aid.', $one->name, round((float) $one->kilograms, 1));
            }
        }

        return $cautions;
    }
}
