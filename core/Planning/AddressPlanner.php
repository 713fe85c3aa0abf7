<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/**
 * Proposes addresses in blocks: one run of consecutive addresses for each kind or place in a segment.
 *
 * A run begins at a tidy number, keeps a gap for growth behind it and follows the order of the list, which is the order
 * in which a person walks past the units. What has an address already never moves; a run that was begun is continued.
 */
final class AddressPlanner
{
    /** Steps at which a run may begin, the tidiest first. */
    private const TIDY = [10, 5, 1];

    public static function propose(Job $job, PlanRequest $request = new PlanRequest()): PlanProposal
    {
        $proposed = $unplaced = [];
        foreach (self::wanted($job, $request, $unplaced) as $segmentId => $blocks) {
            $segment = $job->segments[$segmentId];
            $rooms = array_map(static fn (Subnet $s): Room => new Room($job, $s, $request->seen), $segment->subnets);
            foreach ($blocks as $wants) {
                $left = $wants;
                foreach ($rooms as $room) {
                    $left = self::placeBlock(
                        job: $job,
                        segment: $segment,
                        room: $room,
                        block: $wants[0][2],
                        wants: $left,
                        request: $request,
                        proposed: $proposed,
                    );
                }
                foreach ($left as [$device, $index]) {
                    $unplaced[] = new Unplaced($device->id, $index, self::why($device, $rooms));
                }
            }
        }

        return new PlanProposal($proposed, $unplaced);
    }

    /**
     * Interfaces that need an address and have none, by segment and block.
     *
     * @param list<Unplaced> $unplaced
     *
     * @return array<string, array<string, non-empty-list<array{Device, int, string}>>> unit, port and block
     */
    private static function wanted(Job $job, PlanRequest $request, array &$unplaced): array
    {
        $wanted = [];
        foreach ($job->devices as $device) {
            if (null !== $request->devices && !\in_array($device->id, $request->devices, true)) {
                continue;
            }
            foreach ($device->interfaces as $index => $interface) {
                if (null !== $interface->address || !$interface->mode->needsAddress()) {
                    continue;
                }
                if (!$job->profileOf($device)->isNetworked()) {
                    $unplaced[] = new Unplaced(
                        $device->id,
                        $index,
                        'Its device type has no network port. Remove its interface from the plan.',
                    );
                } elseif (null === $interface->segment) {
                    $unplaced[] = new Unplaced($device->id, $index, 'It is in no segment. Select its segment first.');
                } elseif ([] === ($job->segments[$interface->segment]->subnets ?? [])) {
                    $unplaced[] = new Unplaced(
                        $device->id,
                        $index,
                        \sprintf('Segment %s has no subnet. Set its prefix first.', $interface->segment),
                    );
                } else {
                    $block = self::blockOf($job, $device, $request->blockBy);
                    $wanted[$interface->segment][$interface->mode->value.' '.$block][] = [$device, $index, $block];
                }
            }
        }

        return $wanted;
    }

    /**
     * As many as fit, but only one port of a unit.
     *
     * @param list<array{Device, int, string}> $wants all of one address mode
     * @param list<ProposedAddress> $proposed
     *
     * @return list<array{Device, int, string}> those that are left
     */
    private static function placeBlock(
        Job $job,
        Segment $segment,
        Room $room,
        string $block,
        array $wants,
        PlanRequest $request,
        array &$proposed,
    ): array {
        $fitting = $left = [];
        foreach ($wants as $want) {
            if ($room->holds($want[0]) || isset($fitting[$want[0]->id])) {
                $left[] = $want;
            } else {
                $fitting[$want[0]->id] = $want;
            }
        }
        if ([] === $fitting) {
            return $left;
        }
        $wants = array_values($fitting);
        $free = $room->free(AddressMode::Reserved === $wants[0][0]->interfaces[$wants[0][1]]->mode);
        $gap = max(2, (int) ceil((\count($wants) * $request->growthPercent) / 100));
        $last = self::lastOfBlock(job: $job, segment: $segment, subnet: $room->subnet, block: $block, by: $request->blockBy);
        [$values, $how] = self::run($free, \count($wants), $gap, $last);
        foreach ($values as $position => $value) {
            [$device, $index] = $wants[$position];
            $room->take($device, $value);
            $proposed[] = new ProposedAddress(
                device: $device->id,
                interface: $index,
                segment: $segment->id,
                block: $block,
                address: new InterfaceAddress(Ipv4Address::fromInt($value), $room->subnet->prefix->length),
                gateway: self::gateway($device->interfaces[$index], $room->subnet),
                reason: \sprintf('%d of %d of %s in %s, %s', $position + 1, \count($wants), $block, $segment->name, $how),
            );
        }
        if ([] !== $values) {
            $free->keepGap(max($values), $gap);
        }

        return [...$left, ...\array_slice($wants, \count($values))];
    }

    /** @param list<Room> $rooms */
    private static function why(Device $device, array $rooms): string
    {
        $full = array_values(array_filter($rooms, static fn (Room $r): bool => !$r->holds($device)));
        $names = implode(' and ', array_map(static fn (Room $r): string => (string) $r->subnet->prefix, [] === $full ? $rooms : $full));

        return [] === $full
            ? \sprintf('Another interface of it is in %s, and two interfaces need two subnets. Select another segment.', $names)
            : \sprintf(
                '%s %s full: no free address outside DHCP and reserved ranges. Shorten a range or set a larger prefix.',
                $names,
                1 === \count($full) ? 'is' : 'are',
            );
    }

    /**
     * @return array{list<int>, string} as many values as fit, and how they were found
     */
    private static function run(FreeAddresses $free, int $count, int $gap, ?int $last): array
    {
        if (null !== $last && $free->isRun($last + 1, $count)) {
            return [range($last + 1, $last + $count), 'next free after devices of its type'];
        }
        foreach (self::TIDY as $step) {
            $start = $free->findRun($step, $count, $gap) ?? $free->findRun($step, $count, 0);
            if (null !== $start) {
                return [
                    range($start, $start + $count - 1),
                    1 === $step ? 'the first block that is large enough' : \sprintf('a block from .%d', $start & 0xFF),
                ];
            }
        }

        return [$free->scattered($count), 'no block is large enough, so the free addresses in ascending order'];
    }

    /** The highest address that the block's other units have in this subnet. */
    private static function lastOfBlock(Job $job, Segment $segment, Subnet $subnet, string $block, BlockBy $by): ?int
    {
        $last = null;
        foreach ($job->devices as $device) {
            if (self::blockOf($job, $device, $by) !== $block) {
                continue;
            }
            foreach ($device->interfaces as $interface) {
                $address = $interface->address?->address;
                if (
                    $interface->segment === $segment->id
                    && null !== $address
                    && $subnet->prefix->contains($address)
                    && !$subnet->leases($address)
                ) {
                    $last = max($last ?? 0, $address->value);
                }
            }
        }

        return $last;
    }

    private static function gateway(NetworkInterface $interface, Subnet $subnet): ?Ipv4Address
    {
        return $interface->gateway ?? $subnet->gateway;
    }

    private static function blockOf(Job $job, Device $device, BlockBy $by): string
    {
        return match (true) {
            BlockBy::Kind === $by => $job->profileOf($device)->plural,
            null === $device->location => 'no location',
            default => $job->locations[$device->location]->name ?? $device->location,
        };
    }
}
