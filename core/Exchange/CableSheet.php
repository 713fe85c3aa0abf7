<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\Plug;
use Vorhut\Core\Job\SwitchLink;
use Vorhut\Core\Job\SwitchPort;
use Vorhut\Core\Power\PortPower;
use Vorhut\Core\Power\PowerPlan;

/** Ports of switches as a sheet, in the order of their fronts; what is written here is read again by CableReader. */
final class CableSheet
{
    public const HEADS = [
        'Switch', 'Port', 'Device', 'Interface', 'Metres', 'Cable', 'Mbit/s',
        'Power class', 'Watts in', 'Volts at device', 'Untagged', 'Tagged',
    ];
    /** What is worked out, and is not read. */
    public const SUMS = ['Watts in', 'Volts at device'];
    /** Between segments that a port carries tagged. */
    public const AND = '+';

    /** @return list<list<string>> with a text for each heading */
    public static function rows(Job $job): array
    {
        $plugged = self::plugged($job);
        $power = [];
        foreach ((new PowerPlan($job))->ports as $port) {
            $power[$port->switch.'/'.$port->port] = $port;
        }
        $rows = [];
        foreach ($job->all(NetworkSwitch::class) as $switch) {
            foreach ($switch->ports as $port) {
                $at = $switch->id.'/'.$port->name;
                foreach ($plugged[$at] ?? [['', '', '', '']] as $plug) {
                    $rows[] = [
                        $switch->name,
                        $port->name,
                        ...$plug,
                        (string) $port->mbps,
                        (string) $port->poeClass,
                        ...self::power($power[$at] ?? null),
                        ...self::segments($job, $port),
                    ];
                }
            }
        }

        return $rows;
    }

    /** Interfaces of routers have no names of their own: they are called by what they lead to. */
    public static function interface(Job $job, mixed $name, mixed $segment): string
    {
        return match (true) {
            \is_string($name) => $name,
            \is_string($segment) => $job->segments[$segment]->name ?? $segment,
            default => '',
        };
    }

    /** @return array{string, string} */
    private static function segments(Job $job, SwitchPort $port): array
    {
        $name = static fn (string $segment): string => $job->segments[$segment]->name ?? $segment;

        return [
            null === $port->untagged ? '' : $name($port->untagged),
            implode(' '.self::AND.' ', array_map($name, $port->tagged)),
        ];
    }

    /** @return array<string, list<array{string, string, string, string}>> unit, interface, metres, cable by switch and port */
    private static function plugged(Job $job): array
    {
        $plugged = [];
        foreach ([...$job->devices, ...$job->routers] as $unit) {
            foreach ($unit->interfaces as $interface) {
                if (null !== $interface->plug->to) {
                    $name = self::interface($job, $interface instanceof NetworkInterface ? $interface->name : null, $interface->segment);
                    $plugged[(string) $interface->plug->to][] = [$unit->name, $name, ...self::cable($interface->plug)];
                }
            }
        }
        foreach ($job->all(SwitchLink::class) as $link) {
            foreach ([$link->from, $link->to] as $end) {
                $plugged[(string) $end][] = [$link->name, '', null === $link->metres ? '' : (string) $link->metres, $link->medium->label()];
            }
        }

        return $plugged;
    }

    /** @return array{string, string} */
    private static function cable(Plug $plug): array
    {
        return [null === $plug->metres ? '' : (string) $plug->metres, $plug->category->value];
    }

    /** @return array{string, string} */
    private static function power(?PortPower $power): array
    {
        return [
            null === $power?->portWatts ? '' : \sprintf('%.1f', $power->portWatts),
            null === $power?->deviceVolts ? '' : \sprintf('%.1f', $power->deviceVolts),
        ];
    }
}
