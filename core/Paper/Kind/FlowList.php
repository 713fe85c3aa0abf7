<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Cast;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyRef;
use Vorhut\Core\Load\FlowPaths;
use Vorhut\Core\Load\FlowRates;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Who sends what to whom, and how much of it. */
final class FlowList implements Reimportable
{
    use OfLines;

    /** Receivers that are named; of more, how many there are. */
    private const MAX_NAMED = 4;

    public function name(): string
    {
        return 'streams';
    }

    public function title(): string
    {
        return 'Streams';
    }

    public function heads(): array
    {
        return ['Stream', 'From', 'To', 'Delivery', 'Group', 'Mbit/s', 'Active only at'];
    }

    public function figures(): array
    {
        return ['Mbit/s'];
    }

    public function cells(): array
    {
        return [
            'Stream' => Cell::text('name'),
            'Delivery' => Cell::choice('cast', Cast::class),
            'Group' => Cell::parsed('group'),
            'Mbit/s' => Cell::decimal('kbps', 1000),
            'Active only at' => Cell::texts('moments'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        $flows = $job->all(Flow::class);
        if ([] === $flows) {
            return [];
        }
        $ways = new FlowPaths($job);
        $rates = new FlowRates($job);
        foreach ($flows as $flow) {
            $senders = $ways->units($flow->from);
            $kbps = array_sum(array_map(static fn (string $unit): float => $rates->kbps($flow, $unit), $senders));
            $lines[] = new Line([
                $flow->name,
                self::named($job, $ways, $flow->from),
                self::named($job, $ways, ...$flow->to),
                $flow->cast->label(),
                (string) $flow->group,
                0.0 === $kbps ? '' : (string) round($kbps / 1000, 2),
                implode(', ', $flow->moments),
            ], new RowOf(Flow::class, $flow->id));
        }

        return $lines;
    }

    private static function named(Job $job, FlowPaths $ways, PartyRef ...$refs): string
    {
        $names = array_map($job->nameOf(...), $ways->units(...$refs));
        $rest = \count($names) - self::MAX_NAMED;

        return $rest > 0
            ? \sprintf('%s and %d more', implode(', ', \array_slice($names, 0, self::MAX_NAMED)), $rest)
            : implode(', ', $names);
    }
}
