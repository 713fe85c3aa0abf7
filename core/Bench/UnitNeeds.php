<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\FindMethod;

/** What a unit must be told beside its own address, as far as the plan knows it. */
final class UnitNeeds
{
    /** @return array<string, string> by label */
    public static function needs(Job $job, Device $device): array
    {
        return [...self::extensions($job, $device), ...self::lists($job, $device), ...self::groups($device)];
    }

    /** @return array<string, string> */
    private static function extensions(Job $job, Device $device): array
    {
        $values = [];
        $number = 0;
        foreach ($job->extensions as $extension) {
            if ($extension->device !== $device->id) {
                continue;
            }
            $line = 1 === ++$number ? '' : ' '.$number;
            $values['Extension'.$line] = $extension->number;
            $server = $job->devices[$extension->server ?? ''] ?? null;
            if (null !== $server) {
                $values['SIP registrar'.$line] = (string) ($server->primaryAddress()->address ?? $server->name);
            }
        }

        return $values;
    }

    /** @return array<string, string> lists of addresses that a station asks */
    private static function lists(Job $job, Device $device): array
    {
        $values = [];
        foreach ($job->profileOf($device)->finds as $finder) {
            $list = FindMethod::UnicastList === $finder->method ? $device->settingList($finder->listSetting) : [];
            if ([] !== $list) {
                $values['Polls, port '.$finder->port] = implode(', ', $list);
            }
        }

        return $values;
    }

    /** @return array<string, string> groups that were planned for this unit itself */
    private static function groups(Device $device): array
    {
        $groups = [];
        foreach ($device->interfaces as $interface) {
            foreach ($interface->joins ?? [] as $group) {
                $groups[] = 239 === $group->value >> 24 ? $group : null;
            }
        }
        $groups = array_filter($groups, static fn (?Ipv4Address $g): bool => null !== $g);

        return [] === $groups ? [] : ['Multicast groups' => implode(', ', array_map(strval(...), $groups))];
    }
}
