<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Light\Universes;
use Vorhut\Core\Paper\Paper;

/** Fixtures by universe and start address (ANSI E1.31-2018). */
final class UniverseList implements Paper
{
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
        return ['Universe', 'Group', 'From slot', 'To slot', 'Fixture', 'Fed by', 'Place'];
    }

    public function figures(): array
    {
        return ['Universe', 'From slot', 'To slot'];
    }

    public function rows(Job $job): array
    {
        $rows = [];
        foreach (Universes::of($job) as $number => $fixtures) {
            foreach ($fixtures as $fixture) {
                $rows[] = [
                    (string) $number,
                    Universes::group($number),
                    (string) $fixture->start,
                    (string) ($fixture->start + $fixture->footprint - 1),
                    $fixture->name,
                    $job->devices[$fixture->node ?? '']->name ?? '',
                    $job->locations[$fixture->location ?? '']->name ?? '',
                ];
            }
        }

        return $rows;
    }
}
