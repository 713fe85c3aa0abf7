<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

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
            $subnet = $segment->subnets[0];
            $free = new FreeAddresses($job, $subnet, $request->seen);
            foreach ($blocks as $name => $wants) {
                self::placeBlock($job, $segment, $subnet, $free, $name, $wants, $request, $proposed, $unplaced);
            }
        }

        return new PlanProposal($proposed, $unplaced);
    }

    /**
     * Interfaces that need an address and have none, by segment and block.
     *
     * @param list<Unplaced> $unplaced
     *
     * @return array<string, array<string, non-empty-list<array{Device, int}>>>
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
                if (null === $interface->segment) {
                    $unplaced[] = new Unplaced($device->id, $index, 'It stands in no segment yet. Choose its segment first.');
                } elseif ([] === ($job->segments[$interface->segment]->subnets ?? [])) {
                    $unplaced[] = new Unplaced(
                        $device->id,
                        $index,
                        \sprintf('Segment %s has no subnet yet. Give it a prefix first.', $interface->segment),
                    );
                } else {
                    $wanted[$interface->segment][self::blockOf($job, $device, $request->blockBy)][] = [$device, $index];
                }
            }
        }

        return $wanted;
    }

    /**
     * @param non-empty-list<array{Device, int}> $wants
     * @param list<ProposedAddress> $proposed
     * @param list<Unplaced> $unplaced
     */
    private static function placeBlock(
        Job $job,
        Segment $segment,
        Subnet $subnet,
        FreeAddresses $free,
        string $block,
        array $wants,
        PlanRequest $request,
        array &$proposed,
        array &$unplaced,
    ): void {
        $gap = max(2, (int) ceil((\count($wants) * $request->growthPercent) / 100));
        $last = self::lastOfBlock($job, $segment, $subnet, $block, $request->blockBy);
        [$values, $how] = self::run($free, \count($wants), $gap, $last);
        foreach ($wants as $position => [$device, $index]) {
            $value = $values[$position] ?? null;
            if (null === $value) {
                $unplaced[] = new Unplaced(
                    $device->id,
                    $index,
                    \sprintf(
                        '%s is full: no free address outside leased and reserved ranges. Shorten a range or take a larger prefix.',
                        $subnet->prefix,
                    ),
                );
                continue;
            }
            $address = Ipv4Address::fromInt($value);
            $free->take($value);
            $reason = \sprintf('%d of %d of %s in %s, %s', $position + 1, \count($wants), $block, $segment->name, $how);
            $proposed[] = new ProposedAddress(
                $device->id,
                $index,
                $segment->id,
                $block,
                new InterfaceAddress($address, $subnet->prefix->length),
                self::gateway($device->interfaces[$index], $subnet),
                $reason,
            );
        }
        if ([] !== $values) {
            $free->keepGap(max($values), $gap);
        }
    }

    /**
     * @return array{list<int>, string} as many values as fit, and how they were found
     */
    private static function run(FreeAddresses $free, int $count, int $gap, ?int $last): array
    {
        if (null !== $last && $free->isRun($last + 1, $count)) {
            return [range($last + 1, $last + $count), 'next after those of its kind'];
        }
        foreach (self::TIDY as $step) {
            $start = $free->findRun($step, $count, $gap) ?? $free->findRun($step, $count, 0);
            if (null !== $start) {
                return [
                    range($start, $start + $count - 1),
                    1 === $step ? 'the first run that is long enough' : \sprintf('a run from .%d', $start & 0xFF),
                ];
            }
        }

        return [$free->scattered($count), 'no run is long enough, so the free addresses in rising order'];
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
            null === $device->location => 'no place',
            default => $job->locations[$device->location]->name ?? $device->location,
        };
    }
}
