<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\View\FormField;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** The fields of a device and its first interface that people have in lists, and an edit made of what was typed into them. */
final class DeviceFields
{
    /** @return array<string, string> label by field */
    public static function labels(): array
    {
        return array_map(static fn (Field $f): string => $f->label, self::fields());
    }

    /** @return array<string, string> */
    public static function shownOf(Device $device): array
    {
        $interface = $device->interfaces[0] ?? null;
        $texts = [];
        foreach (self::fields() as $key => $field) {
            $holder = self::isOfInterface($key) ? $interface : $device;
            $texts[$key] = null === $holder ? $field->shown(null) : self::text($holder->{$key}); // @phpstan-ignore property.dynamicName
        }

        return $texts;
    }

    /**
     * @param array<string, string> $typed what was typed, where it was not taken
     *
     * @return list<FormField>
     */
    public static function form(Job $job, Device $device, array $typed): array
    {
        $form = new RecordForm($job);
        $fields = [];
        foreach ([...self::shownOf($device), ...$typed] as $key => $text) {
            $fields[] = $form->field($key, $key, self::fields()[$key], $text);
        }

        return $fields;
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
        $fields = self::fields();
        foreach ($typed as $key => $text) {
            if (!isset($fields[$key])) {
                throw InvalidFile::at('$.'.$key, $text, 'one of the fields '.implode(', ', array_keys($fields)));
            }
            $value = $fields[$key]->typed($text) ?? $fields[$key]->blank();
            if (self::isOfInterface($key)) {
                $interface[$key] = self::interfaceValue(job: $job, device: $device, key: $key, value: $value, typed: $typed);
            } else {
                $values[$key] = $value;
            }
        }
        if ([] === $interface) {
            return $job->edit(Device::class, $device->id, $values);
        }
        $new = ['name' => 'lan', ...RecordType::fromClass(NetworkInterface::class)->blank(), ...$interface];
        $edit = [] !== $device->interfaces
            ? $job->editInterface(Device::class, $device->id, 0, $interface)
            : $job->edit(Device::class, $device->id, ['interfaces' => [$new]]);

        return new Edit($edit->type, $edit->id, $edit->before, [...($edit->after ?? []), ...$values]);
    }

    /** @return array<string, Field> by key, those of the interface in its place */
    private static function fields(): array
    {
        $fields = [];
        foreach (RecordType::fromClass(Device::class)->fields as $key => $field) {
            if ('interfaces' === $key) {
                $fields += self::listed(NetworkInterface::class);
            } elseif ('id' !== $key && [] !== $field->columns) {
                $fields[$key] = $field;
            }
        }

        return $fields;
    }

    /**
     * @param class-string $class
     *
     * @return array<string, Field>
     */
    private static function listed(string $class): array
    {
        return array_filter(RecordType::fromClass($class)->fields, static fn (Field $f): bool => [] !== $f->columns);
    }

    private static function isOfInterface(string $key): bool
    {
        return isset(self::listed(NetworkInterface::class)[$key]);
    }

    private static function text(mixed $value): string
    {
        return match (true) {
            $value instanceof \BackedEnum => (string) $value->value,
            \is_scalar($value), $value instanceof \Stringable => (string) $value,
            default => '',
        };
    }

    /** @param array<string, string> $typed */
    private static function interfaceValue(Job $job, Device $device, string $key, mixed $value, array $typed): mixed
    {
        try {
            return match (true) {
                !\is_string($value) => $value,
                'mac' === $key => MacAddress::fromString($value)->withColons(),
                'address' === $key => (string) self::address($job, $device, $value, $typed['segment'] ?? null),
                default => $value,
            };
        } catch (InvalidValue $e) {
            throw new InvalidFile([new FileError('$.'.$key, FileError::show($value), $e->allowed, $e->advice)]);
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
        if (null === $length) {
            $advice = \sprintf('Write %s/24, or select the segment first.', $value);
            throw new InvalidValue($value, 'an address with its prefix length', $advice);
        }

        return new InterfaceAddress($address, $length);
    }
}
