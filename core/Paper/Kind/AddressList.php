<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Job\RouterInterface;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Every address that the plan gives away, network by network in rising order; what is leased stands behind. */
final class AddressList implements Reimportable
{
    use OfLines;

    private const LAST = \PHP_INT_MAX;

    public function name(): string
    {
        return 'addresses';
    }

    public function title(): string
    {
        return 'Address list';
    }

    public function heads(): array
    {
        return ['Segment', 'VLAN', 'Address', 'Mask', 'Gateway', 'Name', 'Host name', 'Device type', 'Location', 'MAC', 'Serial number'];
    }

    public function figures(): array
    {
        return ['VLAN'];
    }

    public function cells(): array
    {
        return [
            'Segment' => Cell::named('interfaces.{n}.segment', 'segments'),
            'Address' => Cell::address('interfaces.{n}.address'),
            'Mask' => Cell::mask('interfaces.{n}.address'),
            'Gateway' => Cell::parsed('interfaces.{n}.gateway'),
            'Name' => Cell::text('name'),
            'Host name' => Cell::text('hostname'),
            'Location' => Cell::named('location', 'locations'),
            'MAC' => Cell::parsed('interfaces.{n}.mac'),
            'Serial number' => Cell::text('serial'),
        ];
    }

    public function lines(Job $job): array
    {
        $order = array_flip(array_keys($job->segments));
        $rows = [];
        foreach ($job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                foreach ($interface->addresses() as $address) {
                    $row = new Line(self::ofRouter($job, $router, $interface, $address), null);
                    $rows[] = [$order[$interface->segment] ?? self::LAST, $address->address->value, $row];
                }
            }
        }
        foreach ($job->devices as $device) {
            foreach ($device->interfaces as $index => $interface) {
                $addresses = $interface->addresses();
                foreach ([] === $addresses ? [null] : $addresses as $number => $address) {
                    $rows[] = [
                        $order[$interface->segment ?? ''] ?? self::LAST,
                        $address?->address->value ?? self::LAST,
                        new Line(
                            self::ofDevice($job, $device, $interface, $address),
                            0 === $number ? new RowOf(Device::class, $device->id, $index) : null,
                        ),
                    ];
                }
            }
        }
        usort($rows, static fn (array $a, array $b): int => [$a[0], $a[1]] <=> [$b[0], $b[1]]);

        return array_column($rows, 2);
    }

    /** @return list<string> */
    private static function ofRouter(Job $job, Router $router, RouterInterface $interface, InterfaceAddress $address): array
    {
        return [
            ...self::network($job, $interface->segment),
            (string) $address->address,
            $address->prefix->dottedMask(),
            '',
            $router->name,
            '',
            'Router',
            '',
            (string) $interface->mac,
            '',
        ];
    }

    /** @return list<string> */
    private static function ofDevice(Job $job, Device $device, NetworkInterface $interface, ?InterfaceAddress $address): array
    {
        return [
            ...self::network($job, $interface->segment),
            null === $address ? ($interface->mode->needsAddress() ? '' : 'DHCP') : (string) $address->address,
            null === $address ? '' : $address->prefix->dottedMask(),
            (string) $interface->gateway,
            $device->name,
            (string) $device->hostname,
            $job->profileOf($device)->name,
            $job->locations[$device->location]->name ?? '',
            (string) $interface->mac,
            (string) $device->serial,
        ];
    }

    /** @return array{string, string} */
    private static function network(Job $job, ?string $id): array
    {
        $segment = $job->segments[$id] ?? null;

        return [$segment->name ?? '', (string) $segment?->vlan];
    }
}
