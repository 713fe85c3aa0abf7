<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

use Vorhut\Core\Addressing\InterfaceAddress;
use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\Ipv4Mask;
use Vorhut\Core\Addressing\MacAddress;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Stage;

/** Reads a device list against a job: bad rows are reported with their line, good ones kept. */
final class DeviceImporter
{
    private readonly DeviceMatcher $matcher;

    public function __construct(private readonly Job $job)
    {
        $this->matcher = new DeviceMatcher($job);
    }

    /** @throws InvalidFile when the text is no list with a column that names devices */
    public function read(string $text): DeviceImport
    {
        $table = CsvTable::parse($text);
        [$columns, $unknown] = DeviceColumns::recognise($table->header);
        if (!isset($columns['name']) && !isset($columns['id'])) {
            throw InvalidFile::at('line 1', implode(', ', $table->header), 'a line of column names with at least "name" in it', 'Others are kind, segment, MAC, serial, address, mask, gateway, place, host name.');
        }
        $edits = $lines = $errors = [];
        $unchanged = 0;
        foreach ($table->rows as $line => $fields) {
            $row = new CsvRow($line, $columns, $table->header, $fields);
            try {
                $edit = $this->edit($row);
                if ($edit->before === $edit->after) {
                    ++$unchanged;
                    continue;
                }
                $edits[$edit->id] = $edit;
                $lines[$edit->id] = $line;
            } catch (InvalidFile $e) {
                array_push($errors, ...$e->errors);
            }
        }

        return new DeviceImport(array_values($edits), $lines, $errors, $unknown, $unchanged, $table->encoding);
    }

    private function edit(CsvRow $row): Edit
    {
        $name = $row->get('name') ?? $row->get('id') ?? throw $row->refuse('name', 'a name', 'Every row needs one.');
        $mac = $row->parsed('mac', self::mac(...));
        $existing = $this->matcher->existing($row, $name, $mac);
        $values = ['name' => $name];
        foreach (['serial', 'hostname', 'firmware'] as $key) {
            if (null !== $row->get($key)) {
                $values[$key] = $row->get($key);
            }
        }
        $profile = $this->matcher->profile($row);
        if (null !== $profile || null === $existing) {
            $values['profile'] = $profile ?? 'generic-host';
        }
        $location = $this->matcher->location($row);
        if (null !== $location) {
            $values['location'] = $location;
        }
        $stage = $row->get('stage');
        if (null !== $stage) {
            $values['stage'] = Stage::tryFrom(strtolower($stage))->value ?? throw $row->refuse('stage', 'one of '.implode(', ', array_map(static fn (Stage $s): string => $s->value, Stage::cases())));
        }
        $id = $existing->id ?? $this->matcher->newId($row, $name);
        $before = null === $existing ? null : $this->job->record(Collection::Devices, $id);
        $after = $before ?? ['id' => $id, 'name' => $name, 'profile' => 'generic-host', 'location' => null, 'serial' => null, 'hostname' => null, 'interfaces' => [], 'settings' => new \stdClass(), 'firmware' => null, 'stage' => 'planned'];
        $after = [...$after, ...$values];
        $after['interfaces'] = $this->interfaces($row, $existing, $before, $mac);
        $this->verify($row, $after);
        $this->matcher->claim($row, $id, $mac);

        return new Edit(Collection::Devices, $id, $before, $after);
    }

    /**
     * @param array<string, mixed>|null $before
     *
     * @return list<mixed>
     */
    private function interfaces(CsvRow $row, ?Device $existing, ?array $before, ?MacAddress $mac): array
    {
        $list = $before['interfaces'] ?? [];
        $interfaces = \is_array($list) ? array_values($list) : [];
        $first = $interfaces[0] ?? ['name' => 'lan', 'mac' => null, 'segment' => null, 'mode' => 'static', 'address' => null, 'gateway' => null];
        $first = \is_array($first) ? $first : [];
        if (null !== $mac) {
            $first['mac'] = $mac->withColons();
        }
        $address = $row->parsed('address', static fn (string $text): Ipv4Address => Ipv4Address::fromString(explode('/', $text)[0]));
        $segment = $this->matcher->segment($row, $address);
        if (null !== $segment) {
            $first['segment'] = $segment->id;
        }
        $mode = $row->get('mode');
        if (null !== $mode) {
            $first['mode'] = (AddressMode::tryFrom(strtolower($mode)) ?? throw $row->refuse('mode', 'static, dhcp, reserved or link-local'))->value;
        }
        if (null !== $address) {
            $first['address'] = (string) new InterfaceAddress($address, $this->maskLength($row, $existing, $segment?->subnetOf($address)?->prefix->length));
        }
        $gateway = $row->parsed('gateway', Ipv4Address::fromString(...));
        if (null !== $gateway) {
            $first['gateway'] = (string) $gateway;
        }
        $interfaces[0] = $first;

        return $interfaces;
    }

    private function maskLength(CsvRow $row, ?Device $existing, ?int $ofSubnet): int
    {
        $given = explode('/', (string) $row->get('address'), 2)[1] ?? $row->get('mask');
        if (null !== $given) {
            return $row->parse('mask', $given, Ipv4Mask::lengthFrom(...));
        }

        return $ofSubnet ?? ($existing?->interfaces[0] ?? null)?->address?->prefix->length
            ?? throw $row->refuse('address', 'an address with its mask, or one inside a subnet of its segment', 'Add a column mask, write /24 behind it, or plan the segment first.');
    }

    /**
     * The whole record through the same reader as a job file.
     *
     * @param array<string, mixed> $record
     */
    private function verify(CsvRow $row, array $record): void
    {
        try {
            $reader = RecordReader::over($record, '$');
            Device::read($reader);
            $reader->done();
        } catch (InvalidFile $e) {
            $error = $e->errors[0];
            throw $row->refuseGiven(ltrim((string) preg_replace('/^.*[.\]]/', '', $error->path), '.'), $error->given, $error->allowed, $error->advice);
        }
    }

    /** @throws InvalidValue */
    private static function mac(string $text): MacAddress
    {
        $mac = MacAddress::fromString($text);

        return $mac->isGroup() ? throw new InvalidValue($text, 'the MAC address of one unit; this one is a group address', 'Read the label again.') : $mac;
    }
}
