<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Light\UniverseGroups;
use Vorhut\Core\Light\Universes;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Profile\DeviceProfile;

/** How slots get from a desk to whoever takes them: by the group of their universe, or to its address (ANSI E1.31). */
final class LightData
{
    public const PORT = 5568;
    private const DELIVERY = 'delivery';
    private const DIRECT = 'unicast';

    public static function leaf(OneWayMedia $oneWay, Device $source, DeviceProfile $of, Device $receiver, int $universe): Leaf
    {
        if (self::DIRECT === ($source->settings[self::DELIVERY] ?? null) || !self::sends($of)) {
            return $oneWay->direct($source, $receiver, new Service(Protocol::Udp, self::PORT, self::PORT));
        }

        return $oneWay->media($source, $receiver, [Ipv4Address::fromString(Universes::group($universe))]);
    }

    /** The first universe that a unit takes; null for one that takes none. */
    public static function universe(Device $device, DeviceProfile $profile): ?int
    {
        $group = UniverseGroups::groups($device, $profile)[0] ?? null;

        return null === $group ? null : $group->value & 0xFFFF;
    }

    private static function sends(DeviceProfile $profile): bool
    {
        return \in_array('universes', array_column($profile->settings, 'id'), true);
    }
}
