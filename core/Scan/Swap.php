<?php

declare(strict_types=1);

namespace Vorhut\Core\Scan;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Net\MacAddress;

/** Another unit of the same kind in the place of a planned one: it keeps name and address, and begins in the carton. */
final class Swap
{
    /** @throws InvalidValue when nothing is new, or another planned unit has it */
    public static function changeSet(Job $job, Device $device, string $serial, string $mac): ChangeSet
    {
        $serial = trim($serial);
        $read = '' === trim($mac) ? null : MacAddress::ofUnit($mac);
        $old = ($device->interfaces[0] ?? null)?->mac;
        if ('' === $serial && null === $read) {
            throw new InvalidValue(given: '', allowed: 'the serial number or the MAC address of the new device', advice: 'Read its label.');
        }
        if (null !== $read && true === $old?->equals($read)) {
            throw new InvalidValue((string) $read, 'a MAC address other than the planned one', 'This is the planned device.');
        }
        self::requireFree($job, $device, $serial, $read);
        $interfaces = $job->record(Device::class, $device->id)['interfaces'] ?? [];
        \assert(\is_array($interfaces));
        if (null !== $read && \is_array($interfaces[0] ?? null)) {
            $interfaces[0] = [...$interfaces[0], 'mac' => (string) $read];
        }
        $said = array_filter([
            '' === $serial ? '' : \sprintf('serial %s instead of %s', $serial, $device->serial ?? 'none'),
            null === $read ? '' : \sprintf('MAC %s instead of %s', $read, $old ?? 'none'),
        ], static fn (string $t): bool => '' !== $t);
        $values = ['interfaces' => $interfaces, 'stage' => Stage::Planned->value]
            + ('' === $serial ? [] : ['serial' => $serial])
            + (null === $device->password ? [] : ['password' => null])
            + (null === $device->firmware ? [] : ['firmware' => null]);

        return new ChangeSet(
            \sprintf('Replaced device %s: %s', $device->name, implode(', ', $said)),
            [$job->edit(Device::class, $device->id, $values)],
        );
    }

    /** @return list<Licence> that are tied to the unit that leaves */
    public static function tied(Job $job, Device $device): array
    {
        return array_values(array_filter(
            $job->all(Licence::class),
            static fn (Licence $l): bool => $l->device === $device->id && null !== $l->serial && $l->serial === $device->serial,
        ));
    }

    private static function requireFree(Job $job, Device $device, string $serial, ?MacAddress $mac): void
    {
        foreach ($job->devices as $other) {
            if ($other->id === $device->id) {
                continue;
            }
            foreach ($other->interfaces as $interface) {
                if (null !== $mac && true === $interface->mac?->equals($mac)) {
                    $advice = \sprintf('It is planned as %s: open that device, or swap the two.', $other->name);
                    throw new InvalidValue((string) $mac, 'a MAC address that no other planned device has', $advice);
                }
            }
            if ('' !== $serial && $other->serial === $serial) {
                throw new InvalidValue($serial, 'a serial number that no other planned device has', \sprintf('%s has it.', $other->name));
            }
        }
    }
}
