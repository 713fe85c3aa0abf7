<?php

declare(strict_types=1);

namespace Vorhut\Core\Runbook;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Profile\Port;
use Vorhut\Core\Voice\Sockets;

/** The sockets of a unit with what the plan connects to them; the kind alone knows only what usually goes there. */
final class PlannedPorts
{
    /** @return list<Port> */
    public static function ports(Job $job, Device $device): array
    {
        $lines = [];
        foreach (Sockets::uses($job) as $use) {
            if ($use->device?->id === $device->id && null !== $use->port) {
                $lines[$use->port][] = 'trunks' === $use->list ? $use->name : 'extension '.$use->name;
            }
        }

        return array_map(static function (Port $port) use ($job, $device, $lines): Port {
            $planned = $lines[$port->id] ?? [];

            return [] === $planned ? $port : new Port(
                id: $port->id,
                name: $port->name,
                kind: $port->kind,
                purpose: $port->purpose,
                goesTo: implode(' and ', $planned).self::module($job, $device, $port),
                lookAlike: $port->lookAlike,
                slot: $port->slot,
                row: $port->row,
            );
        }, $job->profileOf($device)->ports);
    }

    /** The module behind the socket, and the slot it is in. */
    private static function module(Job $job, Device $device, Port $port): string
    {
        if (null === $port->slot) {
            return '';
        }
        $profile = $job->profileOf($device);
        $slot = array_column($profile->slots, 'name', 'id')[$port->slot] ?? $port->slot;
        foreach ($device->modules as $fitted) {
            if ($fitted->slot === $port->slot) {
                $module = array_column($profile->modules, 'name', 'id')[$fitted->module] ?? $fitted->module;

                return \sprintf(', on %s in %s', $module, $slot);
            }
        }

        return \sprintf(', in %s, for which no module is planned', $slot);
    }
}
