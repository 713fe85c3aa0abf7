<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Protocol;
use Vorhut\Core\Job\Service;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\Json;
use Vorhut\Core\JobFile\RecordReader;

/** Answers reach queries, a JSON object each, as the job file's description defines them. */
final class ReachQueries
{
    private const PLAIN = ['id' => 0, 'kind' => 0, 'from' => 0, 'to' => 0, 'protocol' => 0, 'port' => 0];

    private readonly Exchange $exchange;
    private readonly Shout $shout;
    private readonly Multicast $multicast;

    /** @var array<string, Ipv4Address|null> asked for before */
    private array $targets = [];

    /** @var array<string, Service> */
    private array $services = [];

    public function __construct(Job $job)
    {
        $this->exchange = new Exchange(new Network($job));
        $this->shout = new Shout($this->exchange);
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
        $r = RecordReader::over(Json::decode($line), '$');
        $r->present('id');
        $kind = $r->string('kind', 'unicast');
        [$node, $port] = $this->asker($r);
        $answer = match ($kind) {
            'unicast' => $this->unicast($r, $node, $port),
            'broadcast' => $this->broadcast($r, $node, $port),
            'multicast' => $this->multicast($r, $node, $port),
            default => throw $r->refuse('kind', 'unicast, broadcast or multicast'),
        };
        $r->done();

        return $answer;
    }

    /**
     * A unicast query with nothing unusual about it, which most are; null for all others, which are read with care.
     *
     * @return array<string, mixed>|null
     */
    private function quick(mixed $query): ?array
    {
        if (!\is_array($query) || [] !== array_diff_key($query, self::PLAIN) || 'unicast' !== ($query['kind'] ?? 'unicast') || !\is_string($query['from'] ?? null) || !\is_string($query['to'] ?? null)) {
            return null;
        }
        $protocol = Protocol::tryFrom(\is_string($query['protocol'] ?? 'icmp') ? $query['protocol'] ?? 'icmp' : '');
        $port = $query['port'] ?? null;
        $node = $this->exchange->network->node($query['from']);
        $target = $this->targets[$query['to']] ??= Ipv4Address::tryFrom($query['to']);
        if (null === $protocol) {
            return null;
        }
        $plain = Protocol::Icmp === $protocol ? null === $port : (Protocol::Tcp === $protocol || Protocol::Udp === $protocol) && \is_int($port) && $port >= 1 && $port <= 65535;
        if (!$plain || null === $node || null === $target || $target->isMulticast() || $target->isLimitedBroadcast()) {
            return null;
        }
        $verdict = $this->exchange->ask($node, $target, $this->services[$protocol->value.$port] ??= new Service($protocol, $port, $port));

        return self::told($verdict);
    }

    /** @return array{Node, Port|null} */
    private function asker(RecordReader $r): array
    {
        $from = $r->string('from');
        $parts = explode('/', $from, 2);
        $node = $this->exchange->network->node($parts[0]) ?? throw $r->refuse('from', 'the id of a device or router of the job', \sprintf('There is no "%s".', $parts[0]));
        if (!isset($parts[1])) {
            return [$node, null];
        }

        return [$node, $node->port($parts[1]) ?? throw $r->refuse('from', \sprintf('one of the ports of %s: %s', $node->id, implode(', ', array_map(static fn (Port $p): string => $p->name, $node->ports))), 'Write DEVICE/PORT.')];
    }

    /** @return array<string, mixed> */
    private function unicast(RecordReader $r, Node $node, ?Port $port): array
    {
        $target = $this->address($r, 'to');
        if ($target->isMulticast() || $target->isLimitedBroadcast()) {
            throw $r->refuse('to', 'a unicast address', 'Ask with kind broadcast or multicast.');
        }
        $protocol = $r->enum('protocol', Protocol::class, Protocol::Icmp);
        $number = $r->integer('port', 1, 65535);
        if (Protocol::Any === $protocol || (Protocol::Icmp !== $protocol && null === $number)) {
            throw $r->refuse(Protocol::Any === $protocol ? 'protocol' : 'port', Protocol::Any === $protocol ? 'icmp, tcp or udp' : 'a port from 1 to 65535', 'tcp and udp need a port.');
        }
        $verdict = $this->exchange->ask($node, $target, new Service($protocol, $number, $number), $port);

        return self::told($verdict);
    }

    /** @return array<string, mixed> */
    private static function told(Verdict $verdict): array
    {
        return ['delivered' => $verdict->delivered, 'replied' => $verdict->replied, 'by' => $verdict->by, 'outcome' => $verdict->outcome->value, 'cause' => $verdict->cause, 'hops' => $verdict->hops];
    }

    /** @return array<string, mixed> */
    private function broadcast(RecordReader $r, Node $node, ?Port $port): array
    {
        $to = $this->address($r, 'to');
        $number = $this->port($r);
        $cause = $this->mute($node, $port, $to);
        $heard = null === $cause ? $this->shout->broadcast($node, $to, $number, $port) : [];

        return ['receivers' => array_map(static fn (Heard $h): array => ['device' => $h->node->id, 'replyArrives' => $h->replyArrives], $heard), ...self::outcome($cause)];
    }

    /** @return array<string, mixed> */
    private function multicast(RecordReader $r, Node $node, ?Port $port): array
    {
        $group = $this->address($r, 'group');
        $ttl = $r->integer('ttl', 1, 255, 1) ?? 1;
        $number = $this->port($r);
        if (!$group->isMulticast()) {
            throw $r->refuse('group', 'a group from 224.0.0.0 to 239.255.255.255');
        }
        $cause = $this->mute($node, $port, $group);
        $heard = null === $cause ? $this->multicast->send($node, $group, $number, $ttl, $port)->heard : [];

        return ['receivers' => array_map(static fn (Heard $h): array => ['device' => $h->node->id, 'expires' => $h->expires], array_values($heard)), ...self::outcome($cause)];
    }

    /** Why a sender cannot send to everybody at all. */
    private function mute(Node $node, ?Port $port, Ipv4Address $to): ?Cause
    {
        $by = $port ?? Shout::outOf($node, $to->value);
        if (null === $by?->segment) {
            return new Cause($node->id, 'not-connected', [], \sprintf('%s is not connected to a segment', $node->name));
        }

        return null === $by->primary() ? new Cause($node->id, 'address-missing', [], \sprintf('%s has no address yet', $node->name)) : null;
    }

    /** @return array<string, mixed> */
    private static function outcome(?Cause $cause): array
    {
        return null === $cause ? ['outcome' => Outcome::Ok->value] : ['outcome' => Outcome::NoRoute->value, 'cause' => $cause];
    }

    private function address(RecordReader $r, string $key): Ipv4Address
    {
        try {
            return Ipv4Address::fromString($r->string($key));
        } catch (InvalidValue $e) {
            throw $r->refuse($key, $e->allowed, $e->advice);
        }
    }

    private function port(RecordReader $r): int
    {
        return $r->integer('port', 1, 65535) ?? throw $r->refuse('port', 'a port from 1 to 65535', 'This value is required.');
    }
}
