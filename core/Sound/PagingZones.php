<?php

declare(strict_types=1);

namespace Vorhut\Core\Sound;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Flow;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Family;

/** Zones that are spoken to by a group of their own: who listens to it, and what speaks. */
final class PagingZones
{
    /** What a kind is told that listens to a zone. */
    private const GROUP = 'group';

    /**
     * @param list<Device> $horns that listen to it
     * @param list<string> $speakers streams, numbers and intents that speak to it, in words
     */
    private function __construct(public string $group, public array $horns, public array $speakers) {}

    /** @return list<self> by group */
    public static function zones(Job $job): array
    {
        $horns = $speakers = [];
        foreach ($job->devices as $device) {
            foreach (self::groups($job, $device) as $group) {
                $horns[$group][] = $device;
            }
        }
        foreach ($job->all(Flow::class) as $flow) {
            if (null !== $flow->group) {
                $speakers[(string) $flow->group][] = $flow->name;
            }
        }
        foreach ($job->extensions as $extension) {
            if (null !== $extension->group) {
                $speakers[(string) $extension->group][] = \sprintf('%s, number %s', $extension->name, $extension->number);
            }
        }
        ksort($horns);

        return array_map(
            static fn (int|string $group, array $some): self => new self((string) $group, $some, $speakers[$group] ?? []),
            array_keys($horns),
            $horns,
        );
    }

    /** @return list<Device> horns that listen to no group, and have no number by which they could be called */
    public static function deaf(Job $job): array
    {
        $called = array_column($job->extensions, 'device');
        $deaf = [];
        foreach ($job->devices as $device) {
            $profile = $job->profileOf($device);
            $isHorn = Family::Paging === $profile->family && \in_array(self::GROUP, array_column($profile->settings, 'id'), true);
            if ($isHorn && [] === self::groups($job, $device) && !\in_array($device->id, $called, true)) {
                $deaf[] = $device;
            }
        }

        return $deaf;
    }

    /** @return list<string> groups of a horn that are not for discovery */
    private static function groups(Job $job, Device $device): array
    {
        $groups = [];
        foreach (Family::Paging === $job->profileOf($device)->family ? $device->interfaces : [] as $interface) {
            foreach ($interface->joins ?? [] as $group) {
                if (!$group->isLinkLocalMulticast()) {
                    $groups[] = (string) $group;
                }
            }
        }

        return $groups;
    }
}
