<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Job\Subnet;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Mask;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** Reads a device list against a job: bad rows are reported with their line, good ones kept. */
final class DeviceImporter
{
    private DeviceMatcher $matcher;
    private MadeOnTheWay $made;

    /** @var array<int, string> addresses that were not taken, by line */
    private array $factory = [];

    /** @var array<int, string> names of units that have no network of their own, by line */
    private array $unwired = [];

    public function __construct(private readonly Job $job) {}

    /**
     * @param ListOrders $orders what somebody said of it, where it is to be read otherwise than by itself
     *
     * @throws InvalidFile when the text is no list with a column that names devices
     */
    public function read(string $text, ListOrders $orders = new ListOrders()): DeviceImport
    {
        $unknown = new UnknownNames();
        $this->factory = [];
        $this->unwired = [];
        $this->made = new MadeOnTheWay($this->job, $orders);
        $this->matcher = new DeviceMatcher($this->job, $orders, $unknown, $this->made);
        $table = CsvTable::parse($text)->mended($orders->mended);
        $head = ListHead::fromTable($table, $this->job, $orders->columns);
        if (!isset($head->columns['name']) && !isset($head->columns['id']) && [] === $orders->columns) {
            throw InvalidFile::at(
                \sprintf('line %d', $head->line > 0 ? $head->line : 1),
                implode(', ', $head->unknown()),
                'a line of column names with at least "name" in it',
                'Others are device type, segment, MAC, serial, address, mask, gateway, location, host name.',
            );
        }
        $edits = $lines = $errors = [];
        $unchanged = 0;
        $asides = new AsideRows($table, $head);
        foreach ($asides->rest() as $line => $fields) {
            $row = new CsvRow($line, $head, $fields);
            try {
                $edit = $this->edit($row);
                $this->made->number($row, $edit->id, (string) $row->get('name'), $unknown);
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

        return new DeviceImport(
            edits: array_values($edits),
            lines: $lines,
            errors: $errors,
            head: $head,
            asides: $asides->left(),
            unchanged: $unchanged,
            table: $table,
            orders: $orders,
            unknown: $unknown,
            made: $this->made,
            factory: $this->factory,
            unwired: $this->unwired,
        );
    }

    private function edit(CsvRow $row): Edit
    {
        $name = $row->get('name') ?? $row->get('id') ?? throw $row->refuse(
            column: 'name',
            allowed: 'a name',
            advice: 'Every row needs one.',
        );
        $mac = $row->parsed('mac', MacAddress::ofUnit(...));
        $existing = $this->matcher->existing($row, $name, $mac);
        $values = ['name' => $name] + $this->values($row, Device::class);
        if (null === $existing) {
            $values['profile'] ??= $this->matcher->kindWithout();
        }
        $id = $existing->id ?? $this->matcher->newId($row, $name);
        $before = null === $existing ? null : $this->job->record(Device::class, $id);
        $after = $before ?? [
            'id' => $id,
            'interfaces' => [],
            'settings' => new \stdClass(),
        ] + RecordType::fromClass(Device::class)->blank();
        $after = [...$after, ...$values];
        $kind = $values['profile'] ?? $existing?->profile;
        $after['interfaces'] = $this->interfaces(
            row: $row,
            existing: $existing,
            before: $before,
            mac: $mac,
            kind: \is_string($kind) ? $kind : '',
        );
        $this->verify($row, $after);
        $this->matcher->claim($row, $id, $mac);

        return new Edit(Device::class, $id, $before, $after);
    }

    /**
     * What the row says about fields that lists have a column for.
     *
     * @param class-string $class
     *
     * @return array<string, mixed>
     */
    private function values(CsvRow $row, string $class): array
    {
        $values = [];
        foreach (RecordType::fromClass($class)->fields as $key => $field) {
            $text = [] === $field->columns || 'id' === $key || 'name' === $key ? null : $row->get($key);
            if (null === $text) {
                continue;
            }
            $values[$key] = match (true) {
                $field instanceof Refers => $this->matcher->named($row, $key, $field->list),
                $field instanceof Choice => isset($field->options()[strtolower($text)])
                    ? strtolower($text)
                    : throw $row->refuse($key, $field->allowed()),
                default => $field->typed($text),
            };
        }

        return $values;
    }

    /**
     * @param array<string, mixed>|null $before
     *
     * @return list<mixed>
     */
    private function interfaces(CsvRow $row, ?Device $existing, ?array $before, ?MacAddress $mac, string $kind): array
    {
        $list = $before['interfaces'] ?? [];
        $interfaces = \is_array($list) ? array_values($list) : [];
        $first = $interfaces[0] ?? ['name' => 'lan'] + RecordType::fromClass(NetworkInterface::class)->blank();
        $written = \is_array($first) ? $first['mac'] ?? null : null;
        $planned = \is_array($first) ? $first['address'] ?? null : null;
        $first = [...(\is_array($first) ? $first : []), ...$this->values($row, NetworkInterface::class)];
        $known = ($existing?->interfaces[0] ?? null)?->mac;
        if (null !== $mac) {
            // In another notation it is the same.
            $first['mac'] = $known?->digits === $mac->digits ? $written : $mac->withColons();
        }
        $address = $row->parsed('address', static fn (string $text): Ipv4Address => Ipv4Address::fromString(Ipv4Prefix::parts($text)[0]));
        if (null !== $address && $this->isOfTheFactory($kind, $address)) {
            $this->factory[$row->line] = (string) $address;
            $first['address'] = $planned;
            $address = null;
        }
        $segment = $this->matcher->segment($row, $address);
        if (null !== $segment) {
            $first['segment'] = $segment->id;
        }
        if (null !== $address) {
            $this->mustLieIn($row, $segment, $address);
            $length = $this->maskLength($row, $existing, $segment?->subnetOf($address)?->prefix->length);
            $first['address'] = (string) new InterfaceAddress($address, $length);
        }
        $gateway = $row->parsed('gateway', Ipv4Address::fromString(...));
        if (null !== $gateway) {
            $first['gateway'] = (string) $gateway;
        }
        if ([] === $interfaces && $this->job->profiles->has($kind) && !$this->job->profiles->get($kind)->isNetworked()) {
            if (null !== $segment || null !== $address) {
                $this->unwired[$row->line] = $row->get('name') ?? '';
            }

            return [];
        }
        $interfaces[0] = $first;

        return $interfaces;
    }

    /** What all units of the kind have when they leave the factory is no address that somebody planned, unless in a network of the plan. */
    private function isOfTheFactory(string $kind, Ipv4Address $address): bool
    {
        $factory = $this->job->profiles->has($kind) ? $this->job->profiles->get($kind)->factory->address : null;

        return true === $factory?->address->equals($address)
            && [] === array_filter($this->job->segments, static fn (Segment $s): bool => null !== $s->subnetOf($address));
    }

    /** An address of another network is no address of this one, whatever its mask. */
    private function mustLieIn(CsvRow $row, ?Segment $segment, Ipv4Address $address): void
    {
        if (null === $segment || [] === $segment->subnets || null !== $segment->subnetOf($address)) {
            return;
        }
        foreach ($this->job->segments as $other) {
            if (null !== $other->subnetOf($address)) {
                $prefixes = implode(', ', array_map(static fn (Subnet $s): string => (string) $s->prefix, $segment->subnets));
                $advice = \sprintf('It lies in %s: write that network, or an address of %s.', $other->name, $segment->name);
                throw $row->refuse('address', \sprintf('an address of %s, %s', $segment->name, $prefixes), $advice);
            }
        }
    }

    private function maskLength(CsvRow $row, ?Device $existing, ?int $ofSubnet): int
    {
        $given = Ipv4Prefix::parts((string) $row->get('address'))[1] ?? $row->get(DeviceColumns::MASK);
        if (null !== $given) {
            return $row->parse(DeviceColumns::MASK, $given, Ipv4Mask::lengthFrom(...));
        }

        return $ofSubnet
            ?? (($existing?->interfaces[0] ?? null)?->address?->prefix->length
                ?? throw $row->refuse(
                    column: 'address',
                    allowed: 'an address with its mask, or one inside a subnet of its segment',
                    advice: 'Add a column mask, write /24 behind it, or plan the segment first.',
                ));
    }

    /**
     * The whole record through the same reader as a job file.
     *
     * @param array<string, mixed> $record
     */
    private function verify(CsvRow $row, array $record): void
    {
        try {
            RecordType::fromClass(Device::class)->read($record);
        } catch (InvalidFile $e) {
            $error = $e->errors[0];
            $column = ltrim((string) preg_replace('/^.*[.\]]/', '', $error->path), '.');
            throw $row->refuseGiven($column, $error->given, $error->allowed, $error->advice);
        }
    }
}
