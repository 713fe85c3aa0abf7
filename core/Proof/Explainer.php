<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Leaf;
use Vorhut\Core\Intent\OneWayMedia;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\MediaEnd;
use Vorhut\Core\Reach\Walk\MediaPath;
use Vorhut\Core\Reach\Walk\Trace;

/** Walks the exchanges of one pair again, this time writing every step down. */
final readonly class Explainer
{
    public function __construct(private Prover $prover) {}

    public function explain(Intent $intent, Pair $wanted): ?Explanation
    {
        return $this->prover->has($intent, $wanted) ? $this->trace($intent, $this->prover->pair($intent, $wanted)) : null;
    }

    /** Of the pair that fails first, else of the first one; null for an intent without pairs. */
    public function first(Intent $intent): ?Explanation
    {
        $first = $this->prover->intent($intent)->first(1)[0] ?? null;

        return null === $first ? null : $this->trace($intent, $first);
    }

    private function trace(Intent $intent, PairPrediction $prediction): Explanation
    {
        $exchange = new Exchange($this->prover->network);
        $parts = [];
        $deciding = null;
        foreach ($prediction->leaves as $leaf) {
            $asker = $this->prover->network->node($leaf->asker);
            $trace = new Trace();
            $listener = null === $leaf->listener ? null : $this->prover->network->node($leaf->listener);
            if (null !== $leaf->target && null !== $leaf->service && null !== $asker) {
                if (null !== $listener && $leaf->target->isMulticast()) {
                    $multicast = new Multicast($exchange);
                    $multicast->explain(
                        sender: $asker,
                        group: $leaf->target,
                        result: $multicast->send($asker, $leaf->target, $leaf->service->firstPort ?? 0, OneWayMedia::TTL),
                        receiver: $listener,
                        cause: $leaf->cause,
                        trace: $trace,
                    );
                } elseif (null !== $listener && null !== $leaf->source && null !== $leaf->media) {
                    $own = $listener->table->owns($leaf->target->value) ? null : $listener->firstAddress();
                    MediaPath::between(
                        $this->prover->network,
                        new MediaEnd($asker, $leaf->source, $leaf->media, $leaf->announced),
                        new MediaEnd(
                            $listener,
                            null === $own ? $leaf->target : Ipv4Address::fromInt($own),
                            $leaf->service,
                            null === $own ? null : $leaf->target,
                        ),
                        $trace,
                    );
                } else {
                    $exchange->ask(asker: $asker, target: $leaf->target, service: $leaf->service, by: null, trace: $trace);
                }
            }
            if (null === $leaf->target && null !== $listener && null !== $asker) {
                self::meeting($leaf, $asker, $listener, $trace);
            }
            $part = new ExplainedLeaf($leaf, $trace->steps, TracePath::fromSteps($this->prover->network, $leaf, $trace->steps));
            $parts[] = $part;
            if (null === $deciding && $leaf->decides && ($leaf->cause === $prediction->cause || PairVerdict::Leak === $prediction->span)) {
                $deciding = $part;
            }
        }

        return new Explanation($intent, $prediction, $parts, $deciding ?? ($parts[0] ?? null));
    }

    /** A way of finding that is no single exchange: a call to everybody, or a list that does not hold the unit. */
    private static function meeting(Leaf $leaf, Node $station, Node $unit, Trace $trace): void
    {
        if (null !== $leaf->cause && !$leaf->span->holds() && PairVerdict::Fades !== $leaf->span) {
            $trace->stop($leaf->cause);

            return;
        }
        $trace->add(
            leg: PathDirection::Request,
            at: $station,
            text: \sprintf('%s looks for %s %s', $station->name, $unit->name, $leaf->title),
            rule: 'found',
            values: [],
            into: $unit->ports[0]->segment ?? null,
        );
        $trace->add(PathDirection::Request, $unit, \sprintf('%s is received', $unit->name), 'found');
        if (null !== $leaf->cause) {
            $trace->stop($leaf->cause);
        }
    }
}
