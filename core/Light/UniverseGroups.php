<?php

declare(strict_types=1);

namespace Vorhut\Core\Light;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\DeviceProfile;

/** The groups that a unit joins for the universes it is set to (ANSI E1.31-2018, section 9.3.1). */
final class UniverseGroups
{
    private const TAKEN = '/^universe(?:-(?:\d+|\{n\}))?$/D';

    /** @return list<Ipv4Address> */
    public static function groups(Device $device, DeviceProfile $profile): array
    {
        $groups = [];
        foreach ($profile->settings as $setting) {
            if (1 !== preg_match(self::TAKEN, $setting->id)) {
                continue;
            }
            foreach ($setting->each() as $one) {
                $universe = $device->settings[$one->id] ?? $one->default;
                if (\is_int($universe) && $universe > 0) {
                    $groups[$universe] = Ipv4Address::fromString(Universes::group($universe));
                }
            }
        }

        return array_values($groups);
    }
}
