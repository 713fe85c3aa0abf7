<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Expectation;
use Vorhut\Core\Job\ExtensionKind;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\PartyKind;
use Vorhut\Core\Job\PartyRef;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Node\Network;

/** Expands the parties of an intent to the devices and addresses they stand for. */
final class PartyExpansion
{
    /** @var array<string, list<string>> */
    private array $known = [];

    /** @var array<string, array<string, list<string>>> device ids by profile, segment and location */
    private array $index = [];

    /** @param list<string> $madeUp units that are in no plan: they are meant only by what must not be */
    public function __construct(private readonly Job $job, private readonly Network $network, private readonly array $madeUp = [])
    {
        foreach ($job->devices as $device) {
            $id = $device->id;
            $this->index['profile'][$device->profile][] = $id;
            foreach ($job->placesOf($device->location) as $place) {
                $this->index['location'][$place->id][] = $id;
            }
            foreach ($device->interfaces as $interface) {
                if (null !== $interface->segment && !\in_array($id, $this->index['segment'][$interface->segment] ?? [], true)) {
                    $this->index['segment'][$interface->segment][] = $id;
                }
            }
        }
    }

    /** @return iterable<Pair> every asker with every asked, nobody with itself */
    public function pairs(Intent $intent): iterable
    {
        $asked = $this->asked($intent);
        foreach ($this->askers($intent) as $from) {
            foreach ($asked as $to) {
                if ($from !== $to) {
                    yield new Pair($from, $to);
                }
            }
        }
    }

    /** @return list<string> */
    public function askers(Intent $intent): array
    {
        return $this->meant($intent, $this->all($intent->from));
    }

    /** @return list<string> */
    public function asked(Intent $intent): array
    {
        $ids = $this->meant($intent, $this->all($intent->to));
        foreach ($intent->to as $ref) {
            $owner = PartyKind::Address === $ref->kind ? $this->network->node($this->expand($ref)[0]) : null;
            if (null !== $owner && $owner->addressCount() > 1) {
                // Of several addresses just this one is meant.
                $ids = array_map(static fn (string $id): string => $id === $owner->id ? $ref->id : $id, $ids);
            }
        }

        return $ids;
    }

    /**
     * @param list<string> $ids
     *
     * @return list<string>
     */
    private function meant(Intent $intent, array $ids): array
    {
        return [] === $this->madeUp || Expectation::MustNot === $intent->expect ? $ids : array_values(array_diff($ids, $this->madeUp));
    }

    /** Whether it stands for anybody in a segment where nobody is. */
    public function isMadeUp(string $id): bool
    {
        return \in_array($id, $this->madeUp, true);
    }

    /** @param string $id of a device, or an address that it has */
    public function device(string $id): ?Device
    {
        $address = isset($this->job->devices[$id]) ? null : Ipv4Address::tryFrom($id);
        $owner = null === $address ? $id : ($this->network->ownersOf($address->value)[0]->id ?? $id);

        return $this->job->devices[$owner] ?? null;
    }

    /** The address by which the asker knows the asked: one in a shared segment before any other. */
    public function addressOf(string $to, string $from): ?Ipv4Address
    {
        $node = $this->network->node($to);
        if (null === $node) {
            return Ipv4Address::tryFrom($to);
        }
        $asker = $this->network->node($from);
        $first = null;
        foreach ($node->ports as $port) {
            $address = $port->primary()?->address;
            $first ??= $address;
            if (null !== $address && null !== $port->segment && true === $asker?->hasPortIn($port->segment)) {
                return $address;
            }
        }

        return $first;
    }

    /**
     * @param list<PartyRef> $refs
     *
     * @return list<string>
     */
    public function all(array $refs): array
    {
        $ids = [];
        foreach ($refs as $ref) {
            foreach ($this->known[(string) $ref] ??= $this->expand($ref) as $id) {
                $ids[$id] = true;
            }
        }

        return array_map(strval(...), array_keys($ids));
    }

    /** @return list<string> the unit that has it, or the number itself where something of the phone system answers there */
    private function extension(string $number): array
    {
        $extension = $this->job->extensions[$number] ?? null;
        $isOfUnit = ExtensionKind::Sip === $extension?->kind;

        return match (true) {
            isset($extension->device) => [$extension->device],
            null === $extension || $isOfUnit => [],
            default => [PartyKind::Number->value.':'.$number],
        };
    }

    /** @return list<string> */
    private function expand(PartyRef $ref): array
    {
        return match ($ref->kind) {
            PartyKind::Device => [$ref->id],
            PartyKind::Profile, PartyKind::Segment, PartyKind::Location => $this->index[$ref->kind->value][$ref->id] ?? [],
            PartyKind::Extension => $this->extension($ref->id),
            PartyKind::Number, PartyKind::Trunk => [(string) $ref],
            PartyKind::Address => [$this->network->ownersOf(Ipv4Address::fromString($ref->id)->value)[0]->id ?? $ref->id],
        };
    }
}
