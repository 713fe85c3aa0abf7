<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\AddressRange;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Profile\FindMethod;

/** What a sweep has found, taken over into the plan: into the list that a station asks, or as units. */
final class SweepFinds
{
    /** Before a MAC among the answers of an address. */
    public const MAC = 'mac ';
    private const KIND = 'generic-host';

    /** @return array<string, string> what it is called, by station and setting: those that ask a list of addresses */
    public static function stations(Job $job): array
    {
        $stations = [];
        foreach ($job->devices as $device) {
            foreach ($job->profileOf($device)->finds as $finder) {
                if (FindMethod::UnicastList === $finder->method && '' !== $finder->listSetting) {
                    $stations[$device->id.'/'.$finder->listSetting] = $device->name;
                }
            }
        }

        return $stations;
    }

    /**
     * Whom the list of a station is for.
     *
     * @param string $station one of stations()
     *
     * @return array<string, true> ids of devices
     */
    public static function listed(Job $job, string $station): array
    {
        $asks = $job->devices[strtok($station, '/')] ?? null;
        $listed = [];
        foreach (null === $asks ? [] : $job->profileOf($asks)->finds as $finder) {
            foreach (FindMethod::UnicastList === $finder->method ? $job->devices : [] as $device) {
                foreach ($job->profileOf($device)->answers as $answer) {
                    $listed += $finder->meets($answer) ? [$device->id => true] : [];
                }
            }
        }

        return $listed;
    }

    /**
     * A station's list with these addresses in it; entries that are no addresses stay.
     *
     * @param string $station one of stations()
     * @param list<string> $addresses
     * @param bool $asRanges whether neighbours are written as one range
     *
     * @throws InvalidValue
     */
    public static function intoList(Job $job, string $station, array $addresses, bool $asRanges): ChangeSet
    {
        [$id, $setting] = explode('/', $station, 2) + [1 => ''];
        $device = $job->devices[$id] ?? null;
        if (null === $device || !isset(self::stations($job)[$station])) {
            throw new InvalidValue($station, 'a device with a polling list', 'Choose one.');
        }
        $others = $known = [];
        foreach ($device->settingList($setting) as $entry) {
            try {
                $known[] = AddressRange::fromString($entry);
            } catch (InvalidValue) {
                $others[] = $entry;
            }
        }
        $new = array_map(Ipv4Address::fromString(...), $addresses);
        $isKnown = static fn (Ipv4Address $a): bool => [] !== array_filter($known, static fn (AddressRange $r): bool => $r->contains($a));
        $entries = $asRanges
            ? AddressRange::tightest([...self::each($known), ...$new])
            : [...$known, ...array_filter($new, static fn (Ipv4Address $a): bool => !$isKnown($a))];
        $list = [...array_map(strval(...), $entries), ...$others];
        $settings = $job->record(Device::class, $id)['settings'] ?? [];
        $settings = [...(\is_array($settings) ? $settings : []), $setting => $list];

        return new ChangeSet(
            \sprintf('%s polls %s', $device->name, implode(', ', $list)),
            [$job->edit(Device::class, $id, ['settings' => $settings])],
        );
    }

    /**
     * Units for addresses at which nobody is planned, with their MAC where the sweep has seen it.
     *
     * @param list<string> $addresses
     * @param array<string, list<string>> $answers by address
     */
    public static function intoPlan(Job $job, array $addresses, array $answers): ChangeSet
    {
        $taken = $job->plannedAddresses();
        $edits = [];
        foreach ($addresses as $text) {
            $address = Ipv4Address::fromString($text);
            if (isset($taken[$address->value])) {
                continue;
            }
            $name = 'Found at '.$address;
            $id = NewId::make($job, 'devices', $name, 'unit');
            $edits[] = new Edit(Device::class, $id, null, [
                'id' => $id,
                'name' => $name,
                'profile' => self::KIND,
                'interfaces' => [self::mac($answers[$text] ?? []) + self::interfaceAt($job, $address)],
            ]);
        }

        return new ChangeSet(\sprintf('Added the device at %s', implode(', ', $addresses)), $edits);
    }

    /**
     * @param list<string> $answers
     *
     * @return array<string, string>
     */
    private static function mac(array $answers): array
    {
        foreach ($answers as $answer) {
            if (str_starts_with($answer, self::MAC)) {
                return ['mac' => MacAddress::fromString(substr($answer, \strlen(self::MAC)))->withColons()];
            }
        }

        return [];
    }

    /** @return array<string, mixed> */
    private static function interfaceAt(Job $job, Ipv4Address $address): array
    {
        foreach ($job->segments as $segment) {
            $subnet = $segment->subnetOf($address);
            if ($subnet instanceof Subnet) {
                return [
                    'segment' => $segment->id,
                    'mode' => $subnet->leases($address) ? 'dhcp' : 'static',
                    'address' => $subnet->leases($address) ? null : $address.'/'.$subnet->prefix->length,
                    'gateway' => null === $subnet->gateway || $subnet->leases($address) ? null : (string) $subnet->gateway,
                ];
            }
        }

        return ['segment' => null, 'mode' => 'static', 'address' => $address.'/32'];
    }

    /**
     * @param list<AddressRange> $ranges
     *
     * @return list<Ipv4Address>
     */
    private static function each(array $ranges): array
    {
        $each = [];
        foreach ($ranges as $range) {
            foreach (range($range->first->value, $range->last->value) as $value) {
                $each[] = Ipv4Address::fromInt($value);
            }
        }

        return $each;
    }
}
