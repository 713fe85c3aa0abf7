<?php

declare(strict_types=1);

namespace Vorhut\Core\Relation;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Relation\RelationType;

/**
 * Which devices need a partner by their type and have none, and whom they most likely work with.
 *
 * Nearest in the tree of locations comes first, then who has words of its name in common, then who has the fewest partners of that
 * relation, those counted that are proposed to others. The relations that extensions make are not among them.
 */
final class MissingPartners
{
    /** @var array<string, list<Device>> of the types that a relation may be with, by its key */
    private array $fitting = [];

    /** @var array<string, array<string, int>> how many have it as a partner already, by relation and device */
    private array $taken = [];

    private Relations $relations;

    private function __construct(private readonly Job $job)
    {
        $this->relations = Relations::fromJob($job);
        foreach ($this->relations->all as $related) {
            $this->take($related->coupling, $related->to);
        }
    }

    /** @return list<MissingPartner> in the order of the devices */
    public static function find(Job $job): array
    {
        $finder = new self($job);
        $missing = [];
        foreach ($job->devices as $device) {
            foreach ($job->profileOf($device)->couplings as $type) {
                if ($type->required && !$type->byExtension && !$finder->has($device, $type)) {
                    $missing[] = $finder->propose($device, $type);
                }
            }
        }

        return $missing;
    }

    /**
     * Partners that a device may have by its type, or that may have it, and that it has not.
     *
     * @return list<array{RelationType, Device, Device}> relation, whose it is, and the partner
     */
    public static function possible(Job $job, Device $device): array
    {
        $finder = new self($job);
        $own = $others = [];
        foreach ($job->profileOf($device)->couplings as $type) {
            foreach ($type->byExtension ? [] : $finder->fitting($type) as $partner) {
                if ($partner->id !== $device->id && !$finder->has($device, $type, $partner)) {
                    $own[] = [$type, $device, $partner];
                }
            }
        }
        foreach ($job->devices as $other) {
            foreach ($other->id === $device->id ? [] : $job->profileOf($other)->couplings as $type) {
                if (!$type->byExtension && $type->fits($device->profile) && !$finder->has($other, $type, $device)) {
                    $others[] = [$type, $other, $device];
                }
            }
        }

        return [...$own, ...$others];
    }

    private function propose(Device $device, RelationType $type): MissingPartner
    {
        $ranked = [];
        foreach ($this->fitting($type) as $partner) {
            if ($partner->id !== $device->id) {
                $words = self::commonWords($device, $partner);
                $ranked[] = [$this->near($device, $partner), $words, -$this->count($type, $partner), $partner];
            }
        }
        usort($ranked, static fn (array $a, array $b): int => \array_slice($b, 0, 3) <=> \array_slice($a, 0, 3));
        $partners = array_column($ranked, 3);
        if ([] !== $partners) {
            $this->take($type, $partners[0]);
        }

        return new MissingPartner($device, $type, $partners, self::reason($ranked, $device));
    }

    /** @param list<array{int, int, int, Device}> $ranked */
    private static function reason(array $ranked, Device $device): string
    {
        if ([] === $ranked) {
            return '';
        }
        [$near, $words, , $partner] = $ranked[0];

        return match (true) {
            1 === \count($ranked) => 'the only one of its type',
            null !== $device->location && $device->location === $partner->location => 'in the same location',
            $near > $ranked[1][0] => 'nearest by location',
            $words > $ranked[1][1] => 'by its name',
            $ranked[0][2] > $ranked[1][2] => 'has the fewest partners',
            default => 'one of several alike',
        };
    }

    private function has(Device $device, RelationType $type, ?Device $partner = null): bool
    {
        return array_any(
            $this->relations->from($device),
            static fn (RelatedUnit $r): bool => $r->coupling->id === $type->id && (null === $partner || $r->to->id === $partner->id),
        );
    }

    /** @return list<Device> */
    private function fitting(RelationType $type): array
    {
        return $this->fitting[implode(' ', $type->with)] ??= array_values(array_filter(
            $this->job->devices,
            static fn (Device $d): bool => $type->fits($d->profile),
        ));
    }

    /** How many locations are around both. */
    private function near(Device $one, Device $other): int
    {
        $ids = fn (Device $d): array => array_map(static fn ($l): string => $l->id, $this->job->placesOf($d->location));

        return \count(array_intersect($ids($one), $ids($other)));
    }

    private static function commonWords(Device $one, Device $other): int
    {
        $words = static fn (Device $d): array => array_unique(explode(' ', mb_strtolower($d->name)));

        return \count(array_intersect($words($one), $words($other)));
    }

    private function take(RelationType $type, Device $partner): void
    {
        $this->taken[$type->id][$partner->id] = 1 + $this->count($type, $partner);
    }

    private function count(RelationType $type, Device $partner): int
    {
        return $this->taken[$type->id][$partner->id] ?? 0;
    }
}
