<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Rack;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;
use Vorhut\Core\Rack\RackSum;

/** What stands in which unit of which rack, from the top down. */
final class RackList implements Reimportable
{
    use OfLines;

    public function name(): string
    {
        return 'racks';
    }

    public function title(): string
    {
        return 'Rack list';
    }

    public function heads(): array
    {
        return ['Rack', 'Rack units', 'Device', 'kg', 'W', 'BTU/h', 'People to lift'];
    }

    public function figures(): array
    {
        return ['kg', 'W', 'BTU/h'];
    }

    public function cells(): array
    {
        return [
            'kg' => Cell::decimal('holds.{n}.kilograms'),
            'W' => Cell::decimal('holds.{n}.watts'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        foreach (RackSum::all($job) as $sum) {
            foreach (array_reverse($sum->placed) as $one) {
                $lines[] = new Line([
                    $sum->rack->name,
                    1 === $one->height ? (string) $one->item->unit : \sprintf('%d to %d', $one->item->unit, $one->top()),
                    $one->name,
                    null === $one->kilograms ? '' : (string) $one->kilograms,
                    (string) round($one->watts, 1),
                    (string) round($one->watts * RackSum::BTU),
                    $one->isHeavy() ? 'two' : 'one',
                ], new RowOf(Rack::class, $sum->rack->id, $one->index));
            }
        }

        return $lines;
    }
}
