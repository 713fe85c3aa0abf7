<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Node\RouteEntry;

/** Says what the engine decided, in the field's words and with the configured values. */
final readonly class Sentences
{
    public function __construct(private Network $network) {}

    public function arrives(Node $node, Packet $packet, PathDirection $leg): string
    {
        return $node->isExternal && PathDirection::Request === $leg
            ? \sprintf('%s is outside the plan: how it replies is not known', $node->name)
            : \sprintf('%s receives the packet at %s', $node->name, self::ip($packet->destination));
    }

    public function sends(Node $node, Packet $packet, RouteEntry $entry, bool $isSender): string
    {
        $segment = $this->network->segmentName($entry->port->segment);
        if ($node->isExternal) {
            return \sprintf('%s sends to %s over %s', $node->name, self::ip($packet->destination), $segment);
        }
        if (null === $entry->via) {
            return \sprintf(
                $isSender ? '%s sends directly to %s in %s' : '%s delivers to %s in %s',
                $node->name,
                self::ip($packet->destination),
                $segment,
            );
        }

        return \sprintf($isSender ? '%s sends to its gateway %s' : '%s forwards to %s', $node->name, $entry->via);
    }

    /** @return array<string, string> */
    public function sendValues(RouteEntry $entry): array
    {
        return ['prefix' => (string) $entry->to, 'port' => $entry->port->name]
            + (null === $entry->via ? [] : ['via' => (string) $entry->via]);
    }

    public function noRoute(Node $node, Packet $packet, PathDirection $leg, ?RouteEntry $entry): Cause
    {
        $target = self::ip($packet->destination);
        $who = ['who' => $node->name, 'must' => PathDirection::Reply === $leg ? 'reply to' : 'send to'];
        $broadcast = $node->table->broadcastOf($packet->destination);
        if (null !== $broadcast) {
            $values = ['prefix' => (string) $broadcast];

            return CauseRule::DestinationIsBroadcast->at($node->id, $values, $who + ['destination' => $target], $leg);
        }
        if (null !== $entry) {
            $port = $entry->port->name;
            $how = \sprintf(': its interface %s is in no segment', $port);

            return CauseRule::NotConnected->at($node->id, ['port' => $port], $who + ['how' => $how], $leg);
        }
        if ($node->forwards) {
            return CauseRule::RouteMissing->at($node->id, ['destination' => $target], $who, $leg);
        }
        $own = self::prefixes($node);
        if ('' === $own) {
            return CauseRule::AddressMissing->at($node->id, [], $who, $leg);
        }
        $refused = $node->table->refusedGateway();
        if (null !== $refused) {
            $values = ['prefix' => $own, 'gateway' => (string) $refused['gateway'], 'destination' => $target];

            return $refused['why']->at($node->id, $values, $who, $leg);
        }

        return CauseRule::GatewayMissing->at($node->id, ['prefix' => $own, 'destination' => $target], $who, $leg);
    }

    public function noNeighbour(Node $node, Packet $packet, PathDirection $leg, RouteEntry $entry): Cause
    {
        $words = ['who' => $node->name, 'where' => $this->network->segmentName($entry->port->segment)];
        $values = ['prefix' => (string) $entry->to, 'segment' => (string) $entry->port->segment];
        if (null !== $entry->via) {
            $rule = $node->forwards ? CauseRule::NextHopSilent : CauseRule::GatewaySilent;

            return $rule->at($node->id, [...$values, 'gateway' => (string) $entry->via], $words, $leg);
        }
        $owners = $this->network->ownersOf($packet->destination);
        $values['destination'] = self::ip($packet->destination);
        if ($this->network->hasNoRoute($entry->port->segment, $packet->destination)) {
            return CauseRule::PrivateAddress->at($node->id, $values, $words, $leg);
        }
        if ($node->isExternal) {
            return CauseRule::RouteMissing->at($node->id, $values, $words, $leg);
        }
        if (0 === $entry->to->length && $node->table->owns($entry->port->gateway->value ?? -1)) {
            $words['must'] = PathDirection::Reply === $leg ? 'reply to' : 'send to';
            $values['prefix'] = self::prefixes($node);

            return CauseRule::GatewayIsItself->at($node->id, $values, $words, $leg);
        }
        if ([] === $owners) {
            return CauseRule::NobodyThere->at($node->id, $values, $words, $leg);
        }
        $words['home'] = $this->network->segmentName($owners[0]->ports[0]->segment ?? null);
        $rule = $node->forwards ? CauseRule::Elsewhere : CauseRule::MaskTooWide;

        return $rule->at($node->id, $values, $words, $leg);
    }

    /** @param list<Node> $owners */
    public function twoOwners(Node $node, int $address, array $owners, PathDirection $leg): Cause
    {
        $names = [];
        foreach ($owners as $owner) {
            $mac = null;
            foreach ($owner->ports as $port) {
                $mac ??= $port->mac;
            }
            $names[] = $owner->name.(null === $mac ? '' : ' '.$mac);
        }
        $ids = implode(', ', array_map(static fn (Node $n): string => $n->id, $owners));
        $words = ['who' => $node->name, 'count' => (string) \count($owners), 'names' => implode(' and ', $names)];

        return CauseRule::TwoOwners->at($node->id, ['address' => self::ip($address), 'owners' => $ids], $words, $leg);
    }

    public function doesNotForward(Node $node, Packet $packet, PathDirection $leg): Cause
    {
        return CauseRule::NotARouter->at($node->id, self::destination($packet), ['who' => $node->name], $leg);
    }

    public function ownSource(Node $node, Packet $packet, PathDirection $leg): Cause
    {
        return CauseRule::OwnSource->at($node->id, ['source' => self::ip($packet->source)], ['who' => $node->name], $leg);
    }

    public function anotherWayBack(Node $node, Packet $packet, PathDirection $leg, string $through): Cause
    {
        $back = $node->table->find($packet->source)?->port->segment;
        $values = ['source' => self::ip($packet->source), 'segment' => $through];
        $words = [
            'who' => $node->name,
            'where' => $this->network->segmentName($through),
            'back' => null === $back ? 'does not exist' : 'leads through '.$this->network->segmentName($back),
        ];

        return CauseRule::ReversePath->at($node->id, $values, $words, $leg);
    }

    public function keepsBroadcast(Node $node, Packet $packet, PathDirection $leg): Cause
    {
        $prefix = (string) $node->table->broadcastOf($packet->destination);
        $values = ['destination' => self::ip($packet->destination), 'prefix' => $prefix];

        return CauseRule::KeptAsBroadcast->at($node->id, $values, ['who' => $node->name], $leg);
    }

    public function loop(Node $node, Packet $packet, PathDirection $leg): Cause
    {
        return CauseRule::RoutingLoop->at($node->id, self::destination($packet), ['who' => $node->name], $leg);
    }

    public function filtered(Node $router, Packet $packet, PathDirection $leg, ?int $rule): Cause
    {
        $values = [
            'from' => self::ip($packet->source),
            'to' => self::ip($packet->destination),
            'service' => $packet->protocol->value.(null === $packet->port ? '' : ' port '.$packet->port),
            'protocol' => $packet->protocol->value,
        ];
        if (null !== $packet->port) {
            $values['port'] = (string) $packet->port;
        }
        if (null === $rule) {
            return CauseRule::FilterDefault->at($router->id, $values, ['who' => $router->name], $leg);
        }
        $values['rule'] = (string) ($rule + 1);
        $words = ['who' => $router->name, 'line' => (string) $router->rules[$rule]];

        return CauseRule::FilterRule->at($router->id, $values, $words, $leg);
    }

    public function sendsToGroup(Node $sender, Ipv4Address $group, ?string $segment): string
    {
        return \sprintf('%s sends to %s in %s', $sender->name, $group, $this->network->segmentName($segment));
    }

    public function passesGroup(Node $router, Ipv4Address $group, string $segment): string
    {
        return \sprintf('%s forwards %s to %s', $router->name, $group, $this->network->segmentName($segment));
    }

    public function hearsGroup(Node $node, Ipv4Address $group): string
    {
        return \sprintf('%s has joined %s and receives it', $node->name, $group);
    }

    public function multicastNotRouted(Node $router, Packet $packet, NodePort $in, NodePort $out): Cause
    {
        $values = [
            'group' => self::ip($packet->destination),
            'in' => (string) $in->segment,
            'out' => (string) $out->segment,
        ];
        $words = [
            'who' => $router->name,
            'from' => $this->network->segmentName($in->segment),
            'to' => $this->network->segmentName($out->segment),
        ];

        return CauseRule::MulticastNotRouted->at($router->id, $values, $words);
    }

    public function ttlSpent(Node $router, Packet $packet, NodePort $out): Cause
    {
        $values = ['group' => self::ip($packet->destination), 'ttl' => (string) $packet->ttl];
        $words = ['who' => $router->name, 'to' => $this->network->segmentName($out->segment)];

        return CauseRule::TtlSpent->at($router->id, $values, $words);
    }

    public function wrongPort(Node $asker, NodePort $bound, PacketOutcome $back): Cause
    {
        $values = ['port' => $bound->name, 'segment' => (string) $back->through];
        $words = ['who' => $asker->name, 'where' => $this->network->segmentName($back->through)];

        return CauseRule::AnswerByAnotherPort->at($asker->id, $values, $words, PathDirection::Reply);
    }

    public function wrongSource(Node $sender, Packet $answer, int $asked): Cause
    {
        $values = ['asked' => self::ip($asked), 'answered' => self::ip($answer->source)];

        return CauseRule::AnswerFromElsewhere->at($sender->id, $values, ['who' => $sender->name], PathDirection::Reply);
    }

    public static function ip(int $address): string
    {
        return (string) Ipv4Address::fromInt($address);
    }

    /** @return array<string, string> */
    private static function destination(Packet $packet): array
    {
        return ['destination' => self::ip($packet->destination)];
    }

    private static function prefixes(Node $node): string
    {
        $prefixes = [];
        foreach ($node->ports as $port) {
            foreach ($port->addresses as $address) {
                $prefixes[] = (string) $address->prefix;
            }
        }

        return implode(', ', $prefixes);
    }
}
