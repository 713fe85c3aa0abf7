<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Group\Broadcast;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Group\Reception;
use Vorhut\Core\Reach\Node\Node;
use Vorhut\Core\Reach\Node\NodePort;
use Vorhut\Core\Reach\Query\BroadcastQuery;
use Vorhut\Core\Reach\Query\MulticastQuery;
use Vorhut\Core\Reach\Query\UnicastQuery;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Verdict;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** Answers reach queries, a JSON object each, as the job file's description defines them. */
final class ReachQueries
{
    private const PLAIN = ['id' => 0, 'kind' => 0, 'from' => 0, 'to' => 0, 'protocol' => 0, 'port' => 0];

    private readonly Exchange $exchange;
    private readonly Broadcast $shout;
    private readonly Multicast $multicast;

    /** @var array<string, Ipv4Address|null> asked for before */
    private array $targets = [];

    /** @var array<string, Service> */
    private array $services = [];

    public function __construct(Job $job)
    {
        $this->exchange = new Exchange(Topology::network($job));
        $this->shout = new Broadcast($this->exchange);
        $this->multicast = new Multicast($this->exchange);
    }

    /**
     * @param mixed $decoded the line's value, where it is at hand
     *
     * @return array<string, mixed> the verdict
     *
     * @throws InvalidFile for a query that cannot be understood
     */
    public function answer(string $line, mixed $decoded = null): array
    {
        $quick = $this->quick($decoded ?? json_decode($line, true));
        if (null !== $quick) {
            return $quick;
        }
        try {
            return $this->carefully(RecordType::named(Json::decode($line)));
        } catch (InvalidFile $e) {
            throw str_starts_with($e->errors[0]->path, '$') ? $e : $e->under('$');
        }
    }

    /**
     * @param array<array-key, mixed> $query
     *
     * @return array<string, mixed>
     */
    private function carefully(array $query): array
    {
        return match ($query['kind'] ?? 'unicast') {
            'unicast' => $this->unicast(RecordType::fromClass(UnicastQuery::class)->read($query)),
            'broadcast' => $this->broadcast(RecordType::fromClass(BroadcastQuery::class)->read($query)),
            'multicast' => $this->multicast(RecordType::fromClass(MulticastQuery::class)->read($query)),
            default => throw InvalidFile::at('.kind', $query['kind'], 'unicast, broadcast or multicast'),
        };
    }

    /**
     * A unicast query with nothing unusual about it, which most are; null for all others, which are read with care.
     *
     * @return array<string, mixed>|null
     */
    private function quick(mixed $query): ?array
    {
        if (
            !\is_array($query)
            || [] !== array_diff_key($query, self::PLAIN)
            || 'unicast' !== ($query['kind'] ?? 'unicast')
            || !\is_string($query['from'] ?? null)
            || !\is_string($query['to'] ?? null)
        ) {
            return null;
        }
        $protocol = Protocol::tryFrom(\is_string($query['protocol'] ?? 'icmp') ? $query['protocol'] ?? 'icmp' : '');
        $port = $query['port'] ?? null;
        $node = $this->exchange->network->node($query['from']);
        $target = $this->targets[$query['to']] ??= Ipv4Address::tryFrom($query['to']);
        if (null === $protocol) {
            return null;
        }
        $plain = Protocol::Icmp === $protocol
            ? null === $port
            : (Protocol::Tcp === $protocol || Protocol::Udp === $protocol)
                && \is_int($port)
                && $port >= 1
                && $port <= 65535;
        if (!$plain || null === $node || null === $target || $target->isMulticast() || $target->isLimitedBroadcast()) {
            return null;
        }
        $verdict = $this->exchange->ask($node, $target, $this->services[$protocol->value.$port] ??= new Service($protocol, $port, $port));

        return self::told($verdict);
    }

    /** @return array{Node, NodePort|null} */
    private function asker(string $from): array
    {
        $parts = explode('/', $from, 2);
        $node = $this->exchange->network->node($parts[0]);
        if (null === $node) {
            $advice = \sprintf('Nothing is called "%s".', $parts[0]);
            throw InvalidFile::at('.from', $from, 'the id of a device or router of the job', $advice);
        }
        $port = isset($parts[1]) ? $node->port($parts[1]) : null;
        if (isset($parts[1]) && null === $port) {
            $names = implode(', ', array_map(static fn (NodePort $p): string => $p->name, $node->ports));
            throw InvalidFile::at('.from', $from, \sprintf('one of the ports of %s: %s', $node->id, $names), 'Write DEVICE/PORT.');
        }

        return [$node, $port];
    }

    /** @return array<string, mixed> */
    private function unicast(UnicastQuery $query): array
    {
        [$node, $port] = $this->asker($query->from);
        $service = new Service($query->protocol, $query->port, $query->port);

        return self::told($this->exchange->ask($node, $query->to, $service, $port));
    }

    /** @return array<string, mixed> */
    private static function told(Verdict $verdict): array
    {
        return [
            'delivered' => $verdict->delivered,
            'replied' => $verdict->replied,
            'by' => $verdict->by,
            'outcome' => $verdict->outcome->value,
            'cause' => $verdict->cause,
            'hops' => $verdict->hops,
        ];
    }

    /** @return array<string, mixed> */
    private function broadcast(BroadcastQuery $query): array
    {
        [$node, $port] = $this->asker($query->from);
        $cause = $this->mute($node, $port, $query->to);
        $heard = null === $cause ? $this->shout->broadcast($node, $query->to, $query->port, $port) : [];
        $tell = static fn (Reception $h): array => ['device' => $h->node->id, 'replyArrives' => $h->replyArrives];

        return ['receivers' => array_map($tell, $heard), ...self::outcome($cause)];
    }

    /** @return array<string, mixed> */
    private function multicast(MulticastQuery $query): array
    {
        [$node, $port] = $this->asker($query->from);
        $cause = $this->mute($node, $port, $query->group);
        $heard = null === $cause ? $this->multicast->send(
            sender: $node,
            group: $query->group,
            port: $query->port,
            ttl: $query->ttl,
            by: $port,
        )->heard : [];
        $tell = static fn (Reception $h): array => ['device' => $h->node->id, 'expires' => $h->expires];

        return ['receivers' => array_map($tell, array_values($heard)), ...self::outcome($cause)];
    }

    /** Why a sender cannot send to everybody at all. */
    private function mute(Node $node, ?NodePort $port, Ipv4Address $to): ?Cause
    {
        $by = $port ?? Broadcast::outOf($node, $to->value);
        if (null === $by?->segment) {
            return CauseRule::NotConnected->at($node->id, words: ['who' => $node->name, 'how' => ' to a segment']);
        }

        return null === $by->primary() ? CauseRule::AddressMissing->at($node->id, words: ['who' => $node->name]) : null;
    }

    /** @return array<string, mixed> */
    private static function outcome(?Cause $cause): array
    {
        return null === $cause ? ['outcome' => Outcome::Ok->value] : ['outcome' => Outcome::NoRoute->value, 'cause' => $cause];
    }
}
