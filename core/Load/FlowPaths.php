<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Intent\PartyExpansion;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyRef;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodeClasses;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Trace;
use Vorhut\Core\Reach\Walk\Verdict;

/** Which segments the packets of a stream cross, by the routers that the engine says they take. */
final class FlowPaths
{
    /** The port that media are sent to where nothing else is said (RFC 3551, section 8). */
    private const PORT = 5004;

    private readonly Network $network;
    private readonly Exchange $exchange;
    private readonly PartyExpansion $parties;
    private readonly NodeClasses $places;

    /** @var array<string, list<FlowLeg>> by the places of sender and receiver, as one of them goes there */
    private array $known = [];

    public function __construct(private readonly Job $job, ?Network $network = null)
    {
        $this->network = $network ?? Topology::network($job);
        $this->exchange = new Exchange($this->network);
        $this->parties = new PartyExpansion($job, $this->network);
        $this->places = new NodeClasses($job, $this->network);
    }

    /** @return list<string> units that a party stands for */
    public function units(PartyRef ...$refs): array
    {
        return $this->parties->all(array_values($refs));
    }

    /**
     * From a unit to another; as far as it gets, where something stops it.
     *
     * @return list<FlowLeg>
     */
    public function legs(string $from, string $to): array
    {
        if (!isset($this->job->devices[$to])) {
            return $this->walk($from, $to);
        }
        $way = $this->places->classOf($from).'>'.$this->places->classOf($to);
        if (!isset($this->known[$way])) {
            return $this->known[$way] = $this->walk($from, $to);
        }
        $legs = $this->known[$way];
        // Who stands in the same place goes the same way, but from and to its own sockets.
        if ([] !== $legs) {
            $first = $legs[0];
            $legs[0] = new FlowLeg(
                segment: $first->segment,
                from: $from,
                fromInterface: $first->fromInterface,
                to: $first->to,
                toInterface: $first->toInterface,
            );
            $end = \count($legs) - 1;
            $last = $legs[$end];
            $legs[$end] = isset($this->job->devices[$last->to]) && $this->places->classOf($last->to) === $this->places->classOf($to)
                ? new FlowLeg(
                    segment: $last->segment,
                    from: $last->from,
                    fromInterface: $last->fromInterface,
                    to: $to,
                    toInterface: $last->toInterface,
                )
                : $last;
        }

        return $legs;
    }

    /** Where a stream leaves its sender, whoever listens. */
    public function first(string $from): ?FlowLeg
    {
        foreach ($this->network->node($from)->ports ?? [] as $port) {
            if (null !== $port->segment) {
                return new FlowLeg(segment: $port->segment, from: $from, fromInterface: $port->index, to: $from, toInterface: $port->index);
            }
        }

        return null;
    }

    /** @return list<FlowLeg> */
    private function walk(string $from, string $to): array
    {
        $sender = $this->network->node($from);
        $target = $this->parties->addressOf($to, $from);
        if (null === $sender || null === $target) {
            return [];
        }
        $trace = new Trace();
        $verdict = $this->exchange->send($sender, $target, new Service(Protocol::Udp, self::PORT, self::PORT), $trace);
        $sent = [];
        foreach ($trace->steps as $step) {
            if (null !== $step->into) {
                $sent[] = [$step->at, $step->into];
            }
        }
        $legs = [];
        foreach ($sent as $n => [$at, $segment]) {
            $next = $sent[$n + 1][0] ?? ($verdict->by[0] ?? null);
            $leg = null === $next || $next === $at || !$this->isPlanned($at) || !isset($this->job->segments[$segment])
                ? null
                : $this->leg($segment, $at, $next);
            $legs = null === $leg ? $legs : [...$legs, $leg];
        }
        $out = isset($this->job->devices[$to]) || [] !== $verdict->by ? null : $this->out($verdict);

        return null === $out ? $legs : [...$legs, $out];
    }

    /** Where packets for somebody outside would be handed to a router that nobody of the plan is. */
    private function out(Verdict $verdict): ?FlowLeg
    {
        $segment = $verdict->cause?->values['segment'] ?? null;
        $at = $verdict->cause->at ?? '';
        $isHandedOn = \in_array($verdict->cause?->rule, [CauseRule::NextHopSilent, CauseRule::GatewaySilent], true);
        $port = $isHandedOn && \is_string($segment) ? self::portIn($this->network->node($at), $segment) : null;

        return null === $port ? null : FlowLeg::out($segment, $at, $port);
    }

    private function leg(string $segment, string $from, string $to): ?FlowLeg
    {
        $out = self::portIn($this->network->node($from), $segment);
        if (null !== $out && !$this->isPlanned($to)) {
            return FlowLeg::out($segment, $from, $out);
        }
        $in = self::portIn($this->network->node($to), $segment);

        return null === $out || null === $in ? null : new FlowLeg(
            segment: $segment,
            from: $from,
            fromInterface: $out,
            to: $to,
            toInterface: $in,
        );
    }

    private function isPlanned(string $id): bool
    {
        return isset($this->job->devices[$id]) || isset($this->job->routers[$id]);
    }

    private static function portIn(?Node $node, string $segment): ?int
    {
        foreach ($node->ports ?? [] as $port) {
            if ($port->segment === $segment) {
                return $port->index;
            }
        }

        return null;
    }
}
