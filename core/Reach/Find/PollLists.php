<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Find;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;

/** The addresses that stations poll, read from their settings once. */
final class PollLists
{
    /** @var array<string, list<AddressRange>> by station and setting */
    private array $ranges = [];

    public function hold(Device $station, string $setting, Ipv4Address $address): bool
    {
        foreach ($this->ranges[$station->id.' '.$setting] ??= self::read($station, $setting) as $range) {
            if ($range->contains($address)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<AddressRange> */
    private static function read(Device $station, string $setting): array
    {
        $ranges = [];
        foreach ($station->settingList($setting) as $entry) {
            try {
                $ranges[] = AddressRange::fromString($entry);
            } catch (InvalidValue) {
                // A name or a typing mistake: it covers no address.
            }
        }

        return $ranges;
    }
}
