<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\MacAddress;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\JobFile\FileError;
use Vorhut\Core\JobFile\InvalidFile;

/** The fields of a device as a table shows them, and an edit made of what was typed into them. */
final class DeviceFields
{
    public const LABELS = [
        'name' => 'Name', 'profile' => 'Kind', 'location' => 'Place', 'segment' => 'Segment', 'mode' => 'Mode', 'address' => 'Address',
        'gateway' => 'Gateway', 'mac' => 'MAC', 'serial' => 'Serial', 'hostname' => 'Host name', 'firmware' => 'Firmware', 'stage' => 'Stage',
    ];

    private const OF_INTERFACE = ['segment', 'mode', 'address', 'gateway', 'mac'];

    /** @return array<string, string> */
    public static function of(Device $device): array
    {
        $interface = $device->interfaces[0] ?? null;

        return [
            'name' => $device->name,
            'profile' => $device->profile,
            'location' => (string) $device->location,
            'segment' => (string) $interface?->segment,
            'mode' => $interface->mode->value ?? 'static',
            'address' => (string) $interface?->address,
            'gateway' => (string) $interface?->gateway,
            'mac' => (string) $interface?->mac,
            'serial' => (string) $device->serial,
            'hostname' => (string) $device->hostname,
            'firmware' => (string) $device->firmware,
            'stage' => $device->stage->value,
        ];
    }

    /**
     * @param array<string, string> $typed
     *
     * @throws InvalidFile with the field in the path
     */
    public static function edit(Job $job, Device $device, array $typed): Edit
    {
        $values = [];
        $interface = [];
        foreach ($typed as $field => $text) {
            if (!isset(self::LABELS[$field])) {
                throw InvalidFile::at('$.'.$field, $text, 'one of the fields '.implode(', ', array_keys(self::LABELS)));
            }
            $text = trim($text);
            $value = '' === $text ? null : $text;
            if (\in_array($field, self::OF_INTERFACE, true)) {
                $interface[$field] = self::interfaceValue($job, $device, $field, $value, $typed);
            } else {
                $values[$field] = $value;
            }
        }
        if ([] === $interface) {
            return $job->edit(Collection::Devices, $device->id, $values);
        }
        $edit = [] !== $device->interfaces
            ? $job->editInterface(Collection::Devices, $device->id, 0, $interface)
            : $job->edit(Collection::Devices, $device->id, ['interfaces' => [['name' => 'lan', 'mac' => null, 'segment' => null, 'mode' => 'static', 'address' => null, 'gateway' => null, ...$interface]]]);

        return new Edit($edit->collection, $edit->id, $edit->before, [...($edit->after ?? []), ...$values]);
    }

    /** @param array<string, string> $typed */
    private static function interfaceValue(Job $job, Device $device, string $field, ?string $value, array $typed): ?string
    {
        if (null === $value) {
            return 'mode' === $field ? 'static' : null;
        }
        try {
            return match ($field) {
                'mac' => MacAddress::fromString($value)->withColons(),
                'address' => (string) self::address($job, $device, $value, $typed['segment'] ?? null),
                default => $value,
            };
        } catch (InvalidValue $e) {
            throw new InvalidFile([new FileError('$.'.$field, FileError::show($value), $e->allowed, $e->advice)]);
        }
    }

    /** An address without a mask takes that of its subnet, or keeps the one it had. */
    private static function address(Job $job, Device $device, string $value, ?string $segment): InterfaceAddress
    {
        if (str_contains($value, '/') || str_contains($value, ' ')) {
            return InterfaceAddress::fromString($value);
        }
        $address = Ipv4Address::fromString($value);
        $interface = $device->interfaces[0] ?? null;
        $subnet = ($job->segments[$segment ?? $interface?->segment] ?? null)?->subnetOf($address);
        $length = $subnet->prefix->length ?? $interface?->address?->prefix->length;

        return null === $length ? throw new InvalidValue($value, 'an address with its prefix length', \sprintf('Write %s/24, or choose the segment first.', $value)) : new InterfaceAddress($address, $length);
    }
}
