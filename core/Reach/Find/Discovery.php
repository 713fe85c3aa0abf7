<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Find;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\Finder;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Group\Broadcast;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Group\MulticastResult;
use Vorhut\Core\Reach\Group\Reception;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Walk\Exchange;

/** Whether a station finds a unit, by which of the methods both of them speak, and else why not. */
final class Discovery
{
    /** Queries and announcements are sent with room for some routers. */
    private const TTL = 4;

    /** @var array<string, array<string, Reception>> receivers of a broadcast, by station, its port and the UDP port */
    private array $broadcasts = [];

    /** @var array<string, MulticastResult> by sender, its port, group and UDP port */
    private array $groups = [];

    public readonly PollLists $lists;
    private readonly Broadcast $shout;
    private readonly Multicast $multicast;

    public function __construct(private readonly Job $job, private readonly Exchange $exchange)
    {
        $this->lists = new PollLists();
        $this->shout = new Broadcast($exchange);
        $this->multicast = new Multicast($exchange);
    }

    /** @return list<MethodResult> every method both sides speak, in the station's order; empty where there is none */
    public function find(Device $station, Device $unit, Ipv4Address $address): array
    {
        $results = [];
        $answers = $this->job->profileOf($unit)->answers;
        foreach ($this->job->profileOf($station)->finds as $finder) {
            foreach ($answers as $answer) {
                if ($finder->meets($answer)) {
                    $results[] = $this->by($finder, $station, $unit, $address);
                    break;
                }
            }
        }

        return $results;
    }

    /** Whether a question to 224.0.0.251 gets there: within a segment, or repeated by a relay into another one (RFC 6762). */
    public function hearsMulticastDns(Node $asker, Node $unit): bool
    {
        $group = FindMethod::MulticastDns->group()->value ?? 0;
        $from = self::segments($asker);
        foreach ($unit->ports as $port) {
            if (
                null !== $port->segment
                && [] !== $port->addresses
                && isset($port->joins[$group])
                && (\in_array($port->segment, $from, true) || $this->relayed($from, $port->segment))
            ) {
                return true;
            }
        }

        return false;
    }

    private function by(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        return match ($finder->method) {
            FindMethod::UnicastList => $this->byList($finder, $station, $unit, $address),
            FindMethod::Broadcast, FindMethod::DirectedBroadcast => $this->byBroadcast($finder, $station, $unit, $address),
            FindMethod::MulticastDns => $this->byMulticastDns($finder, $station, $unit),
            FindMethod::LinkLayer => $this->byLinkLayer($finder, $station, $unit),
            FindMethod::Registrar => $this->byCalling($finder, $station, $unit),
            FindMethod::DhcpOptions => $this->byLease($finder, $station, $unit),
            FindMethod::Name => $this->byName($finder, $station, $unit, $address),
            FindMethod::ServiceDiscovery, FindMethod::WebServiceDiscovery, FindMethod::UniverseDiscovery,
            FindMethod::SessionAnnouncement => $this->byGroup($finder, $station, $unit),
        };
    }

    private function byList(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        if (!$this->lists->hold($station, $finder->listSetting, $address)) {
            return self::no(
                finder: $finder,
                rule: CauseRule::NotInList,
                at: $station,
                other: $unit,
                values: [
                    'setting' => $finder->listSetting,
                    'address' => (string) $address,
                ],
            );
        }

        return $this->asked($finder, $station, $address);
    }

    private function byBroadcast(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        $directed = FindMethod::DirectedBroadcast === $finder->method;
        foreach ($this->node($station)->ports as $port) {
            $to = $directed ? $this->directed($unit, $address) : Ipv4Address::fromInt(0xFFFFFFFF);
            $key = $station->id.'/'.$port->index.'/'.$finder->port.'/'.$to;
            if (!isset($this->broadcasts[$key])) {
                $this->broadcasts[$key] = [];
                foreach ($this->shout->broadcast($this->node($station), $to, $finder->port, $port) as $heard) {
                    $this->broadcasts[$key][$heard->node->id] = $heard;
                }
            }
            $heard = $this->broadcasts[$key][$unit->id] ?? null;
            if (null !== $heard) {
                return new MethodResult($finder, $heard->replyArrives, $heard->cause);
            }
        }
        $port = ['port' => (string) $finder->port];
        if ($this->meet($station, $unit)) {
            return self::no(
                finder: $finder,
                rule: CauseRule::DeafToBroadcast,
                at: $unit,
                other: $station,
                values: $port,
                words: [
                    'what' => $directed ? 'this broadcast, because its mask differs,' : 'broadcasts',
                ],
            );
        }

        return self::no(
            finder: $finder,
            rule: CauseRule::BroadcastStays,
            at: $station,
            other: $unit,
            values: $port,
            words: [
                'how' => $directed ? 'no router forwards into another segment' : 'no router forwards',
            ],
        );
    }

    private function byMulticastDns(Finder $finder, Device $station, Device $unit): MethodResult
    {
        if ($this->hearsMulticastDns($this->node($station), $this->node($unit))) {
            return new MethodResult($finder, true, null);
        }

        return self::no(
            finder: $finder,
            rule: CauseRule::MulticastDnsStays,
            at: $station,
            other: $unit,
            values: ['group' => '224.0.0.251'],
        );
    }

    /** A question to a group that the unit joined, answered by unicast; or an announcement by the unit that the station hears. */
    private function byGroup(Finder $finder, Device $station, Device $unit): MethodResult
    {
        $announced = $finder->method->isAnnounced();
        [$sender, $receiver] = $announced ? [$unit, $station] : [$station, $unit];
        $group = $finder->method->group() ?? throw new \LogicException('A method without group.');
        $stop = null;
        foreach ($this->node($sender)->ports as $port) {
            $result = $this->groups[
                $sender->id.'/'.$port->index.'/'.$group.'/'.$finder->port
            ] ??= $this->multicast->send(
                sender: $this->node($sender),
                group: $group,
                port: $finder->port,
                ttl: self::TTL,
                by: $port,
                every: true,
            );
            $heard = $result->heard[$receiver->id] ?? null;
            if (null !== $heard) {
                return new MethodResult(
                    $finder,
                    $announced || $heard->replyArrives,
                    $announced ? null : $heard->cause,
                    fades: $heard->expires,
                );
            }
            foreach (self::segments($this->node($receiver)) as $segment) {
                $stop ??= $result->stops[$segment] ?? null;
            }
        }
        if (null !== $stop) {
            return new MethodResult($finder, false, $stop);
        }
        if ($this->meet($station, $unit)) {
            return self::no(
                finder: $finder,
                rule: CauseRule::NotJoined,
                at: $receiver,
                other: $sender,
                values: ['group' => (string) $group],
            );
        }

        return self::no(
            finder: $finder,
            rule: CauseRule::MulticastStays,
            at: $sender,
            other: $receiver,
            values: ['group' => (string) $group],
            words: ['how' => 'no router forwards towards'],
        );
    }

    private function byLinkLayer(Finder $finder, Device $station, Device $unit): MethodResult
    {
        return $this->meet($station, $unit)
            ? new MethodResult($finder, true, null)
            : self::no($finder, CauseRule::LinkLayerStays, $station, $unit);
    }

    private function byCalling(Finder $finder, Device $station, Device $unit): MethodResult
    {
        $address = $this->node($station)->firstAddress();

        return null === $address
            ? self::no($finder, CauseRule::AddressMissing, $station, $unit)
            : $this->asked($finder, $unit, Ipv4Address::fromInt($address));
    }

    private function byLease(Finder $finder, Device $station, Device $unit): MethodResult
    {
        foreach ($unit->interfaces as $interface) {
            if (AddressMode::Dhcp === $interface->mode || AddressMode::Reserved === $interface->mode) {
                return $this->byCalling($finder, $station, $unit);
            }
        }

        return self::no($finder, CauseRule::NotLeased, $unit, $station);
    }

    /** By DNS where the station's segment names a server that answers it, else by multicast DNS (RFC 6762, section 3). */
    private function byName(Finder $finder, Device $station, Device $unit, Ipv4Address $address): MethodResult
    {
        if (null === $unit->hostname) {
            return self::no($finder, CauseRule::NoHostname, $unit, $station);
        }
        $cause = null;
        foreach (self::segments($this->node($station)) as $segment) {
            foreach ($this->job->segments[$segment]->dns ?? [] as $server) {
                $verdict = $this->exchange->ask($this->node($station), $server, new Service(Protocol::Udp, 53, 53));
                if ($verdict->isOk()) {
                    return $this->asked($finder, $station, $address);
                }
                $cause ??= $verdict->cause;
            }
        }
        if ($this->hearsMulticastDns($this->node($station), $this->node($unit))) {
            return $this->asked($finder, $station, $address);
        }

        return null !== $cause
            ? new MethodResult($finder, false, $cause)
            : self::no(finder: $finder, rule: CauseRule::NoNameServer, at: $station, other: $unit, values: ['hostname' => $unit->hostname]);
    }

    private function asked(Finder $finder, Device $asker, Ipv4Address $address): MethodResult
    {
        $verdict = $this->exchange->ask($this->node($asker), $address, new Service($finder->protocol, $finder->port, $finder->port));

        return new MethodResult($finder, $verdict->isOk(), $verdict->cause, $verdict);
    }

    /**
     * @param array<string, string> $values
     * @param array<string, string> $words
     */
    private static function no(
        Finder $finder,
        CauseRule $rule,
        Device $at,
        Device $other,
        array $values = [],
        array $words = [],
    ): MethodResult {
        return new MethodResult($finder, false, $rule->at($at->id, $values, $words + ['who' => $at->name, 'other' => $other->name]));
    }

    private function meet(Device $a, Device $b): bool
    {
        return [] !== array_intersect(self::segments($this->node($a)), self::segments($this->node($b)));
    }

    /** The broadcast address of the subnet that the plan has the unit in, else of its own prefix. */
    private function directed(Device $unit, Ipv4Address $address): Ipv4Address
    {
        foreach ($unit->interfaces as $interface) {
            if (true === $interface->address?->address->equals($address)) {
                $subnet = ($this->job->segments[$interface->segment] ?? null)?->subnetOf($address);

                return ($subnet->prefix ?? $interface->address->prefix)->broadcast() ?? Ipv4Address::fromInt(0xFFFFFFFF);
            }
        }

        return Ipv4Address::fromInt(0xFFFFFFFF);
    }

    /** @return list<string> */
    private static function segments(Node $node): array
    {
        $segments = [];
        foreach ($node->ports as $port) {
            if (null !== $port->segment) {
                $segments[] = $port->segment;
            }
        }

        return $segments;
    }

    /**
     * A router that repeats multicast DNS in both segments.
     *
     * @param list<string> $from
     */
    private function relayed(array $from, string $to): bool
    {
        foreach ($this->exchange->network->membersOf($to) as [$router, $port]) {
            if (!$port->mdnsRelay) {
                continue;
            }
            foreach ($router->ports as $other) {
                if ($other->mdnsRelay && \in_array($other->segment, $from, true)) {
                    return true;
                }
            }
        }

        return false;
    }

    private function node(Device $device): Node
    {
        return $this->exchange->network->nodes[$device->id];
    }
}
