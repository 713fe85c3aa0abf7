<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\CauseRule;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Group\MulticastResult;
use Vorhut\Core\Reach\Walk\Exchange;

/** Media that only go one way: to a group, or to one receiver's address. */
final class OneWayMedia
{
    /** RTP's own port where a profile names none (RFC 3551, section 8). */
    private const PORT = 5004;
    /** Room for every router a plan may have on the way. */
    public const TTL = 16;

    private readonly Multicast $multicast;

    /** @var array<string, MulticastResult> */
    private array $sent = [];

    public function __construct(private readonly Job $job, private readonly Exchange $exchange, private readonly PartyExpansion $parties)
    {
        $this->multicast = new Multicast($exchange);
    }

    /** @return list<Ipv4Address> the groups for media it joined: those of 239.0.0.0/8 that are not for discovery */
    public function groupsOf(Device $receiver): array
    {
        $groups = [];
        foreach ($receiver->interfaces as $interface) {
            foreach ($interface->joins ?? $this->job->profileOf($receiver)->joins as $group) {
                if (
                    239 === $group->value >> 24
                    && !\in_array((string) $group, ['239.255.255.250', '239.255.250.214', '239.255.255.255'], true)
                ) {
                    $groups[(string) $group] = $group;
                }
            }
        }

        return array_values($groups);
    }

    /** The UDP port at which media arrive: by a group if it joined one, else at its address. */
    public function portTo(Device $receiver): int
    {
        return [] === $this->groupsOf($receiver)
            ? $this->job->profileOf($receiver)->media->firstPort ?? self::PORT
            : $this->portOf($receiver);
    }

    /** @param list<Ipv4Address> $groups */
    public function media(Device $source, Device $receiver, array $groups): Leaf
    {
        return [] === $groups ? $this->unicast($source, $receiver) : $this->toGroup($source, $receiver, $groups[0]);
    }

    /** Why a group that arrives now will not arrive for long. */
    public static function fading(Job $job, Device $receiver, ?Ipv4Address $group): Cause
    {
        foreach ($receiver->interfaces as $interface) {
            $segment = $job->segments[$interface->segment] ?? null;
            if (true === $segment?->snooping && !$segment->querier) {
                $words = ['who' => $receiver->name, 'where' => $segment->name];

                return CauseRule::MembershipsFade->at($receiver->id, ['segment' => $segment->id, 'group' => (string) $group], $words);
            }
        }

        throw new \LogicException('Nothing fades here.');
    }

    private function toGroup(Device $source, Device $receiver, Ipv4Address $group): Leaf
    {
        $title = \sprintf('%s sends to %s', $source->name, $group);
        $port = $this->portOf($receiver);
        $node = $this->exchange->network->nodes[$source->id];
        $result = $this->sent[$source->id.' '.$group.' '.$port] ??= $this->multicast->send($node, $group, $port, self::TTL);
        $heard = $result->heard[$receiver->id] ?? null;
        $service = new Service(Protocol::Udp, $port, $port);
        if (null === $result->from) {
            return new Leaf(
                title: $title,
                asker: $source->id,
                target: $group,
                service: $service,
                span: PairVerdict::CannotSend,
                cause: CauseRule::AddressMissing->at($source->id, words: ['who' => $source->name]),
            );
        }
        if (null !== $heard) {
            return new Leaf(
                title: $title,
                asker: $source->id,
                target: $group,
                service: $service,
                span: $heard->expires ? PairVerdict::Fades : PairVerdict::Through,
                cause: $heard->expires ? self::fading($this->job, $receiver, $group) : null,
                listener: $receiver->id,
            );
        }
        foreach ($receiver->interfaces as $interface) {
            if (isset($result->stops[$interface->segment])) {
                return new Leaf(
                    title: $title,
                    asker: $source->id,
                    target: $group,
                    service: $service,
                    span: PairVerdict::NotFound,
                    cause: $result->stops[$interface->segment],
                    listener: $receiver->id,
                );
            }
        }

        $words = ['who' => $source->name, 'how' => 'does not reach', 'other' => $receiver->name];
        $cause = CauseRule::MulticastStays->at($source->id, ['group' => (string) $group], $words);

        return new Leaf(
            title: $title,
            asker: $source->id,
            target: $group,
            service: $service,
            span: PairVerdict::NotFound,
            cause: $cause,
            listener: $receiver->id,
        );
    }

    private function unicast(Device $source, Device $receiver): Leaf
    {
        $media = $this->job->profileOf($receiver)->media ?? new Service(Protocol::Udp, self::PORT, self::PORT);

        return $this->direct($source, $receiver, $media);
    }

    /** To one receiver's address, by a service. */
    public function direct(Device $source, Device $receiver, Service $media): Leaf
    {
        $title = \sprintf('%s sends to %s', $source->name, $receiver->name);
        $target = $this->parties->addressOf($receiver->id, $source->id);
        if (null === $target) {
            return new Leaf(
                title: $title,
                asker: $source->id,
                target: null,
                service: $media,
                span: PairVerdict::CannotSend,
                cause: CauseRule::AddressMissing->at($receiver->id, words: ['who' => $receiver->name]),
            );
        }
        $verdict = $this->exchange->send($this->exchange->network->nodes[$source->id], $target, $media);
        $gets = [$receiver->id] === $verdict->by;
        $wrong = $gets ? null : (ExchangeCache::stranger($this->exchange->network, $receiver->id, $target, $verdict) ?? $verdict->cause);
        $span = match (true) {
            $gets => PairVerdict::Through,
            $verdict->delivered => PairVerdict::NotFound,
            default => PairVerdict::ofVerdict($verdict),
        };

        return new Leaf(title: $title, asker: $source->id, target: $target, service: $media, span: $span, cause: $wrong);
    }

    private function portOf(Device $receiver): int
    {
        foreach ($receiver->interfaces as $interface) {
            foreach ($interface->listens ?? $this->job->profileOf($receiver)->services as $service) {
                if (
                    Protocol::Udp === $service->protocol
                    && null !== $service->firstPort
                    && $service->firstPort >= 1024
                    && 5060 !== $service->firstPort
                ) {
                    return $service->firstPort;
                }
            }
        }

        return $this->job->profileOf($receiver)->media->firstPort ?? self::PORT;
    }
}
