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
    private readonly Exchange $exchange;
    private readonly Shout $shout;

    public function __construct(Job $job)
    {
        $this->exchange = new Exchange(new Network($job));
        $this->shout = new Shout($this->exchange);
    }

    /**
     * @return array<string, mixed> the verdict
     *
     * @throws InvalidFile for a query that cannot be understood
     */
    public function answer(string $line): array
    {
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

        return ['delivered' => $verdict->delivered, 'replied' => $verdict->replied, 'by' => $verdict->by, 'outcome' => $verdict->outcome->value, 'cause' => $verdict->cause, 'hops' => $verdict->hops];
    }

    /** @return array<string, mixed> */
    private function broadcast(RecordReader $r, Node $node, ?Port $port): array
    {
        if (!$this->address($r, 'to')->isLimitedBroadcast()) {
            throw $r->refuse('to', '255.255.255.255', 'Directed broadcast is not answered yet.');
        }
        $heard = $this->shout->broadcast($node, $this->port($r), $port);

        return ['receivers' => array_map(static fn (Heard $h): array => ['device' => $h->node->id, 'replyArrives' => $h->replyArrives], $heard), 'outcome' => 'ok'];
    }

    /** @return array<string, mixed> */
    private function multicast(RecordReader $r, Node $node, ?Port $port): array
    {
        $group = $this->address($r, 'group');
        $r->integer('ttl', 1, 255);
        if (!$group->isLinkLocalMulticast()) {
            throw $r->refuse('group', 'a group of 224.0.0.0/24', 'Groups that routers may pass on are not answered yet.');
        }
        $heard = $this->shout->linkLocalMulticast($node, $group, $this->port($r), $port);

        return ['receivers' => array_map(static fn (Heard $h): array => ['device' => $h->node->id, 'expires' => false], $heard), 'outcome' => 'ok'];
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
