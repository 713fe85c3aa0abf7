<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Fixture;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Light\Universes;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Fixtures by universe and start address (ANSI E1.31-2018). */
final class UniverseList implements Reimportable
{
    use OfLines;

    public function name(): string
    {
        return 'universes';
    }

    public function title(): string
    {
        return 'Universes';
    }

    public function heads(): array
    {
        return ['Universe', 'Group', 'From slot', 'To slot', 'Fixture', 'Source', 'Location'];
    }

    public function figures(): array
    {
        return ['Universe', 'From slot', 'To slot'];
    }

    public function cells(): array
    {
        return [
            'Universe' => Cell::whole('universe'),
            'From slot' => Cell::whole('start'),
            'Fixture' => Cell::text('name'),
            'Source' => Cell::named('node', 'devices'),
            'Location' => Cell::named('location', 'locations'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        foreach (Universes::used($job) as $number => $fixtures) {
            foreach ($fixtures as $fixture) {
                $lines[] = new Line([
                    (string) $number,
                    Universes::group($number),
                    (string) $fixture->start,
                    (string) ($fixture->start + $fixture->footprint - 1),
                    $fixture->name,
                    $job->devices[$fixture->node ?? '']->name ?? '',
                    $job->locations[$fixture->location ?? '']->name ?? '',
                ], new RowOf(Fixture::class, $fixture->id));
            }
        }

        return $lines;
    }
}
