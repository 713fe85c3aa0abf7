<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Job\FilterAction;

/** Says what the engine decided, in the field's words and with the configured values. */
final readonly class Sentences
{
    public function __construct(private Network $network)
    {
    }

    public function arrives(Node $node, Packet $packet): string
    {
        return \sprintf('%s receives it at %s', $node->name, self::ip($packet->destination));
    }

    public function sends(Node $node, Packet $packet, RouteEntry $entry, bool $isSender): string
    {
        $segment = $this->network->segmentName($entry->port->segment);
        if (null === $entry->via) {
            return \sprintf($isSender ? '%s finds %s in its own segment, %s' : '%s delivers to %s in %s', $node->name, self::ip($packet->destination), $segment);
        }

        return \sprintf($isSender ? '%s sends to its gateway %s' : '%s passes it on to %s', $node->name, $entry->via);
    }

    /** @return array<string, string> */
    public function sendValues(RouteEntry $entry): array
    {
        return ['prefix' => (string) $entry->to, 'port' => $entry->port->name] + (null === $entry->via ? [] : ['via' => (string) $entry->via]);
    }

    public function noRoute(Node $node, Packet $packet, Leg $leg, ?RouteEntry $entry): Cause
    {
        $target = self::ip($packet->destination);
        $must = Leg::Reply === $leg && !$node->forwards ? 'must answer' : 'must send to';
        $broadcast = $node->table->broadcastOf($packet->destination);
        if (null !== $broadcast) {
            return new Cause($node->id, 'destination-is-broadcast', ['prefix' => (string) $broadcast], \sprintf('%s takes %s for the broadcast address of its own %s', $node->name, $target, $broadcast), $leg);
        }
        if (null !== $entry) {
            return new Cause($node->id, 'not-connected', ['port' => $entry->port->name], \sprintf('%s is not connected: its port %s stands in no segment', $node->name, $entry->port->name), $leg);
        }
        if ($node->forwards) {
            return new Cause($node->id, 'route-missing', ['destination' => $target], \sprintf('%s has no route to %s', $node->name, $target), $leg);
        }
        $prefixes = [];
        foreach ($node->ports as $port) {
            foreach ($port->addresses as $address) {
                $prefixes[] = (string) $address->prefix;
            }
        }
        if ([] === $prefixes) {
            return new Cause($node->id, 'address-missing', [], \sprintf('%s has no address yet', $node->name), $leg);
        }
        $own = implode(', ', $prefixes);
        $refused = $node->table->refusedGateway();
        if (null !== $refused) {
            $why = 'gateway-off-link' === $refused['why'] ? \sprintf('its gateway %s lies outside too', $refused['gateway']) : \sprintf('its gateway %s is a broadcast address', $refused['gateway']);

            return new Cause($node->id, $refused['why'], ['prefix' => $own, 'gateway' => (string) $refused['gateway'], 'destination' => $target], \sprintf('%s %s %s: outside its own %s, and %s', $node->name, $must, $target, $own, $why), $leg);
        }

        return new Cause($node->id, 'gateway-missing', ['prefix' => $own, 'destination' => $target], \sprintf('%s %s %s: outside its own %s, and it has no gateway', $node->name, $must, $target, $own), $leg);
    }

    public function noNeighbour(Node $node, Packet $packet, Leg $leg, RouteEntry $entry): Cause
    {
        $segment = $this->network->segmentName($entry->port->segment);
        $values = ['prefix' => (string) $entry->to, 'segment' => (string) $entry->port->segment];
        if (null !== $entry->via) {
            return new Cause($node->id, $node->forwards ? 'next-hop-silent' : 'gateway-silent', [...$values, 'gateway' => (string) $entry->via], \sprintf('%s sends to %s %s, but nobody in %s has that address', $node->name, $node->forwards ? 'the next hop' : 'its gateway', $entry->via, $segment), $leg);
        }
        $target = self::ip($packet->destination);
        $owners = $this->network->ownersOf($packet->destination);
        $values['destination'] = $target;
        if ([] === $owners) {
            return new Cause($node->id, 'nobody-there', $values, \sprintf('%s looks for %s in %s, but nobody has that address', $node->name, $target, $segment), $leg);
        }
        $home = $this->network->segmentName($owners[0]->ports[0]->segment ?? null);

        return new Cause($node->id, $node->forwards ? 'elsewhere' : 'mask-too-wide', $values, \sprintf('%s takes %s for a neighbour, because its own prefix is %s, and looks for it in %s; but it stands in %s', $node->name, $target, $entry->to, $segment, $home), $leg);
    }

    /** @param list<Node> $owners */
    public function twoOwners(Node $node, int $address, array $owners, Leg $leg): Cause
    {
        $names = [];
        foreach ($owners as $owner) {
            $mac = null;
            foreach ($owner->ports as $port) {
                $mac ??= $port->mac;
            }
            $names[] = $owner->name.(null === $mac ? '' : ' '.$mac);
        }

        return new Cause($node->id, 'two-owners', ['address' => self::ip($address), 'owners' => implode(', ', array_map(static fn (Node $n): string => $n->id, $owners))], \sprintf('%s looks for %s, and %d answer: %s. Whichever is heard first gets it', $node->name, self::ip($address), \count($owners), implode(' and ', $names)), $leg);
    }

    public function doesNotForward(Node $node, Packet $packet, Leg $leg): Cause
    {
        return new Cause($node->id, 'not-a-router', ['destination' => self::ip($packet->destination)], \sprintf('%s got a packet for %s, but it is no router and drops it', $node->name, self::ip($packet->destination)), $leg);
    }

    public function ownSource(Node $node, Packet $packet, Leg $leg): Cause
    {
        return new Cause($node->id, 'own-source', ['source' => self::ip($packet->source)], \sprintf('%s gets a packet that bears its own address %s as sender, and throws it away', $node->name, self::ip($packet->source)), $leg);
    }

    public function loop(Node $node, Packet $packet, Leg $leg): Cause
    {
        return new Cause($node->id, 'routing-loop', ['destination' => self::ip($packet->destination)], \sprintf('Routers hand the packet for %s round in a circle; %s drops it when its time to live is over', self::ip($packet->destination), $node->name), $leg);
    }

    public function filtered(Node $router, Packet $packet, Leg $leg, ?int $rule): Cause
    {
        $service = $packet->protocol->value.(null === $packet->port ? '' : ' port '.$packet->port);
        $values = ['from' => self::ip($packet->source), 'to' => self::ip($packet->destination), 'service' => $service, 'protocol' => $packet->protocol->value] + (null === $packet->port ? [] : ['port' => (string) $packet->port]);
        if (null === $rule) {
            return new Cause($router->id, 'filter-default', $values, \sprintf('%s permits nothing that no rule names, and none names %s from %s to %s', $router->name, $service, $values['from'], $values['to']), $leg);
        }
        \assert(FilterAction::Deny === $router->rules[$rule]->action);

        return new Cause($router->id, 'filter-rule', [...$values, 'rule' => (string) ($rule + 1)], \sprintf('%s stops %s from %s to %s by its rule %d: %s', $router->name, $service, $values['from'], $values['to'], $rule + 1, $router->rules[$rule]), $leg);
    }

    public function sendsToGroup(Node $sender, Ipv4Address $group, ?string $segment): string
    {
        return \sprintf('%s sends to %s in %s', $sender->name, $group, $this->network->segmentName($segment));
    }

    public function passesGroup(Node $router, Ipv4Address $group, string $segment): string
    {
        return \sprintf('%s passes %s on to %s', $router->name, $group, $this->network->segmentName($segment));
    }

    public function hearsGroup(Node $node, Ipv4Address $group): string
    {
        return \sprintf('%s has joined %s and receives it', $node->name, $group);
    }

    public function multicastNotRouted(Node $router, Packet $packet, Port $in, Port $out): Cause
    {
        $group = self::ip($packet->destination);

        return new Cause($router->id, 'multicast-not-routed', ['group' => $group, 'in' => (string) $in->segment, 'out' => (string) $out->segment], \sprintf('%s does not pass %s on from %s to %s', $router->name, $group, $this->network->segmentName($in->segment), $this->network->segmentName($out->segment)));
    }

    public function ttlSpent(Node $router, Packet $packet, Port $out): Cause
    {
        return new Cause($router->id, 'ttl-spent', ['group' => self::ip($packet->destination), 'ttl' => (string) $packet->ttl], \sprintf('%s would pass %s on to %s, but its time to live is spent: send with a higher one', $router->name, self::ip($packet->destination), $this->network->segmentName($out->segment)));
    }

    public function wrongPort(Node $asker, Port $bound, Arrival $back): Cause
    {
        return new Cause($asker->id, 'answer-by-another-port', ['port' => $bound->name, 'segment' => (string) $back->through], \sprintf('%s asks by its port %s, but the answer comes in from %s', $asker->name, $bound->name, $this->network->segmentName($back->through)), Leg::Reply);
    }

    public function wrongSource(Node $sender, Packet $answer, int $asked): Cause
    {
        return new Cause($sender->id, 'answer-from-elsewhere', ['asked' => self::ip($asked), 'answered' => self::ip($answer->source)], \sprintf('%s asked %s but the answer comes from %s, so it is thrown away', $sender->name, self::ip($asked), self::ip($answer->source)), Leg::Reply);
    }

    public static function ip(int $address): string
    {
        return (string) Ipv4Address::fromInt($address);
    }
}
