<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\Nearest;

/** Finds what a row of a list means in the job: which device, profile, place and segment. */
final class DeviceMatcher
{
    /** A unit of which nothing is known but where it is in the network. */
    public const PLAIN_KIND = 'generic-host';

    /** Letters that may differ from what was meant. */
    private const SLIPS = 3;
    private const SHOWN = 12;

    /** @var array<string, Device> */
    private array $byMac = [];

    /** @var array<string, Device> */
    private array $bySerial = [];

    /** @var array<string, Device> */
    private array $byName = [];

    /** @var array<string, int> line by id, MAC or serial that a row has claimed */
    private array $claimed = [];

    /** @var array<string, array<array-key, string>> ids by list and by what people call a record in it */
    private array $names = [];

    public function __construct(
        private readonly Job $job,
        private readonly ListOrders $orders,
        private readonly UnknownNames $unknown,
        private readonly MadeOnTheWay $made,
    ) {
        foreach ($job->devices as $device) {
            $this->byName[mb_strtolower($device->name)] = $device;
            if (null !== $device->serial) {
                $this->bySerial[$device->serial] = $device;
            }
            foreach ($device->interfaces as $interface) {
                if (null !== $interface->mac) {
                    $this->byMac[$interface->mac->digits] = $device;
                }
            }
        }
    }

    /** The device the row speaks of: by id, MAC, serial or name, in this order. */
    public function existing(CsvRow $row, string $name, ?MacAddress $mac): ?Device
    {
        $serial = $row->get('serial');

        return $this->job->devices[$row->get('id') ?? ''] ?? (null === $mac ? null : $this->byMac[$mac->digits] ?? null)
            ?? (null === $serial ? null : $this->bySerial[$serial] ?? null) ?? $this->byName[mb_strtolower($name)] ?? null;
    }

    /** The id of the record that a column names by its id or its name. */
    public function named(CsvRow $row, string $column, string $list): ?string
    {
        $given = $row->get($column);
        if (null === $given) {
            return null;
        }
        $known = $this->names[$list] ??= $this->names($list);
        $said = 'profiles' === $list ? $this->orders->kinds[mb_strtolower($given)] ?? '' : '';
        $id = $known[mb_strtolower($given)] ?? $known[$said] ?? ('locations' === $list ? $this->made->location($given) : null);
        if (null !== $id) {
            return $id;
        }
        $this->unknown->met($list, $given);
        $what = 'profiles' === $list ? 'a device type' : \sprintf('a %s of this job', Lists::named($list)->one);
        $names = \array_slice($this->shown($list), 0, self::SHOWN);
        if ([] === $names) {
            throw $row->refuse($column, $what, 'This job has none yet; add it first or leave the field empty.');
        }
        $near = $this->near($list, mb_strtolower($given));
        $advice = null === $near ? 'Write its name.' : \sprintf('Did you mean "%s"?', $near);
        throw $row->refuse($column, $what.': '.implode(', ', $names), $advice);
    }

    /** The segment named by id, name or VLAN number; else the only one whose subnet holds the address. */
    public function segment(CsvRow $row, ?Ipv4Address $address): ?Segment
    {
        $named = $this->named($row, 'segment', 'segments');
        if (null !== $named || null === $address) {
            return $this->job->segments[$named] ?? null;
        }

        return array_find($this->job->segments, static fn ($candidate): bool => null !== $candidate->subnetOf($address));
    }

    public function newId(CsvRow $row, string $name): string
    {
        $given = $row->get('id');
        if (null !== $given) {
            return Slug::is($given)
                ? $given
                : throw $row->refuse(
                    column: 'id',
                    allowed: 'a slug of small letters, digits, dots and hyphens',
                    advice: 'Such as berth-1.',
                );
        }
        $ascii = transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $name);
        $slug = substr(trim((string) preg_replace('/[^a-z0-9]+/', '-', false === $ascii ? '' : $ascii), '-'), 0, 56);
        $slug = '' === $slug ? 'unit' : trim($slug, '-');
        $id = $slug;
        for ($n = 2; isset($this->job->devices[$id]) || isset($this->job->routers[$id]) || isset($this->claimed['id '.$id]); ++$n) {
            $id = $slug.'-'.$n;
        }

        return $id;
    }

    /** The kind of a new unit whose row names none: what somebody said of all such rows, else the plainest, which is told. */
    public function kindWithout(): string
    {
        $said = $this->orders->kinds[''] ?? null;
        if (null !== $said && $this->job->profiles->has($said)) {
            return $said;
        }
        $this->unknown->met('profiles', '');

        return self::PLAIN_KIND;
    }

    /** Refuses a row that speaks of the same unit as an earlier one. */
    public function claim(CsvRow $row, string $id, ?MacAddress $mac): void
    {
        $claims = ['id' => $id, 'mac' => null === $mac ? null : (string) $mac, 'serial' => $row->get('serial')];
        foreach ($claims as $column => $value) {
            if (null === $value) {
                continue;
            }
            $line = $this->claimed[$column.' '.$value] ?? null;
            if (null !== $line) {
                throw $row->refuseGiven(
                    'id' === $column ? 'name' : $column,
                    FileError::show($value),
                    'a value that stands only once in the list',
                    \sprintf('Line %d has it already.', $line),
                );
            }
        }
        foreach ($claims as $column => $value) {
            if (null !== $value) {
                $this->claimed[$column.' '.$value] = $row->line;
            }
        }
    }

    /** The name of the record that somebody may have meant: of a short word fewer letters may differ. */
    private function near(string $list, string $given): ?string
    {
        $names = [];
        foreach ($this->shown($list) as $name) {
            $names[mb_strtolower($name)] = $name;
        }
        $max = min(self::SLIPS, intdiv(mb_strlen($given), 3));
        $near = Nearest::to($given, array_keys($names), $max);
        $id = null === $near ? Nearest::to($given, array_keys($this->names[$list] ?? []), $max) : null;

        return $names[$near ?? ''] ?? $id;
    }

    /** @return list<string> what people call the records of a list */
    private function shown(string $list): array
    {
        $records = 'profiles' === $list ? $this->job->profiles->all() : $this->job->all(Lists::named($list)->type);
        $name = static fn (object $r): string => isset($r->name) && \is_string($r->name) ? $r->name : '';

        return array_values(array_map($name, $records));
    }

    /** @return array<array-key, string> */
    private function names(string $list): array
    {
        $names = [];
        $records = 'profiles' === $list ? $this->job->profiles->all() : $this->job->all(Lists::named($list)->type);
        foreach ($records as $id => $record) {
            if (isset($record->name) && \is_string($record->name)) {
                $names[mb_strtolower($record->name)] = (string) $id;
            }
            if ($record instanceof Segment && null !== $record->vlan) {
                $names[(string) $record->vlan] = $names['vlan '.$record->vlan] = (string) $id;
            }
        }
        foreach (array_keys($records) as $id) {
            $names[(string) $id] = (string) $id;
        }

        return $names;
    }
}
