<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\IntentPrediction;

/** What must pass from one segment to another: made of what must be proven, exchange by exchange. */
final class PassingBlock implements Block
{
    public const ABOUT = 'Firewall and NAT';
    /** Pairs looked at in one intent, and in all of them. */
    private const MAX_PAIRS = 200;
    private const MIN_PAIRS = 20;
    private const IN_ALL = 6000;
    private const MAX_NAMED = 4;

    public function items(AskContext $asked): iterable
    {
        foreach ($this->lines($asked) as $line) {
            [$from, $to, $service, $targets, $names] = $line;
            $whom = \count($targets) > self::MAX_NAMED
                ? \sprintf('%s and %d more', array_key_first($targets), \count($targets) - 1)
                : implode(', ', array_keys($targets));
            $units = array_map(static fn (int|string $id): ?Device => $asked->job->devices[$id] ?? null, array_keys($line[5]));
            yield $asked->note(
                key: \sprintf('pass %s %s %s', $from->id, $to->id, $service),
                who: OutsideSource::Network,
                block: self::ABOUT,
                what: \sprintf('%s from %s to %s (%s)', self::said($service), self::network($from), $to->name, $whom),
                units: array_values(array_filter($units, static fn (?Device $d): bool => null !== $d)),
                form: 'permitted, or the reason why not',
                why: \sprintf('%s. Stateful: replies are permitted automatically.', implode('; ', array_keys($names))),
                blocks: ['Test from the user\'s side'],
            );
        }
    }

    /** @return list<array{Segment, Segment, Service, array<string, true>, array<string, true>, array<string, true>}> */
    private function lines(AskContext $asked): array
    {
        $lines = [];
        $intents = $asked->prover->prove()->intents;
        $max = max(self::MIN_PAIRS, min(self::MAX_PAIRS, intdiv(self::IN_ALL, max(1, \count($intents)))));
        foreach ($intents as $prediction) {
            foreach (Expectation::Must === $prediction->intent->expect ? self::leaves($prediction, $max) : [] as $leaf) {
                $from = self::segment($asked, $leaf->asker);
                $to = $asked->segmentOf($leaf->target);
                $service = $leaf->media ?? $leaf->service;
                if (null === $service || null === $from || null === $to || $from === $to) {
                    continue;
                }
                $key = \sprintf('%s>%s %s', $from->id, $to->id, $service);
                $lines[$key] ??= [$from, $to, $service, [], [], []];
                $lines[$key][3][(string) $leaf->target] = true;
                $lines[$key][4][$prediction->intent->name] = true;
                $lines[$key][5][$leaf->asker] = true;
            }
        }

        return array_values($lines);
    }

    /** @return iterable<Leaf> exchanges between two addresses */
    private static function leaves(IntentPrediction $prediction, int $max): iterable
    {
        foreach ($prediction->first($max) as $pair) {
            foreach ($pair->leaves as $leaf) {
                if ($leaf->decides && null !== $leaf->target && !$leaf->target->isMulticast()) {
                    yield $leaf;
                }
            }
        }
    }

    private static function segment(AskContext $asked, string $node): ?Segment
    {
        $device = $asked->job->devices[$node] ?? null;

        return null === $device
            ? $asked->segmentOf(Ipv4Address::tryFrom($node))
            : $asked->job->segments[$device->interfaces[0]->segment ?? ''] ?? null;
    }

    private static function network(Segment $segment): string
    {
        $prefix = $segment->subnets[0]->prefix ?? null;

        return null === $prefix ? $segment->name : \sprintf('%s (%s)', $segment->name, $prefix);
    }

    private static function said(Service $service): string
    {
        $ports = explode('/', (string) $service);

        return isset($ports[1]) ? strtoupper($ports[0]).' '.$ports[1] : strtoupper($ports[0]);
    }
}
