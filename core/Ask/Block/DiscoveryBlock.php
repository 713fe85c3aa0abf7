<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Intent\Kinds;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** Stations that must find units in other segments: most ways of finding end at the router. */
final class DiscoveryBlock implements Block
{
    private const MAX_PAIRS = 400;

    public function items(AskContext $asked): iterable
    {
        $lines = [];
        foreach ($asked->prover->prove()->intents as $prediction) {
            if (!Kinds::kindOf($prediction->intent)->isByList() || Expectation::Must !== $prediction->intent->expect) {
                continue;
            }
            foreach ($prediction->first(self::MAX_PAIRS) as $pair) {
                $from = self::segment($asked, $pair->pair->from);
                $to = self::segment($asked, $pair->pair->to);
                if (null !== $from && null !== $to && $from !== $to) {
                    $lines[$from->id.' '.$to->id][] = [$from, $to, $asked->job->devices[$pair->pair->from]];
                }
            }
        }
        foreach ($lines as $key => $line) {
            yield $asked->note(
                key: 'finding '.$key,
                who: OutsideSource::Network,
                block: 'Discovery across segments',
                what: \sprintf('mDNS and discovery relayed from %s to %s', $line[0][1]->name, $line[0][0]->name),
                units: array_values(array_column(array_column($line, 2), null, 'id')),
                form: 'relayed (by which router), or not relayed: we then enter addresses by hand',
                why: 'Discovery stops at the router unless it is relayed.',
            );
        }
    }

    private static function segment(AskContext $asked, string $node): ?Segment
    {
        $device = $asked->job->devices[$node] ?? null;

        return $device instanceof Device ? $asked->job->segments[$device->interfaces[0]->segment ?? ''] ?? null : null;
    }
}
