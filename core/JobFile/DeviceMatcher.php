<?php

declare(strict_types=1);

namespace Vorhut\Core\JobFile;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\MacAddress;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;

/** Finds what a row of a list means in the job: which device, profile, place and segment. */
final class DeviceMatcher
{
    /** @var array<string, Device> */
    private array $byMac = [];

    /** @var array<string, Device> */
    private array $bySerial = [];

    /** @var array<string, Device> */
    private array $byName = [];

    /** @var array<string, int> line by id, MAC or serial that a row has claimed */
    private array $claimed = [];

    /** @var array<string, string> */
    private array $places = [];

    /** @var array<string, string> */
    private array $profiles = [];

    /** @var array<array-key, Segment> */
    private array $segments = [];

    public function __construct(private readonly Job $job)
    {
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
        foreach ($job->locations as $location) {
            $this->places[mb_strtolower($location->name)] = $location->id;
            $this->places[$location->id] = $location->id;
        }
        foreach ($job->profiles->all() as $profile) {
            $this->profiles[mb_strtolower($profile->name)] = $profile->id;
            $this->profiles[$profile->id] = $profile->id;
        }
        foreach ($job->segments as $segment) {
            $this->segments[mb_strtolower($segment->name)] = $segment;
            if (null !== $segment->vlan) {
                $this->segments[(string) $segment->vlan] = $segment;
                $this->segments['vlan '.$segment->vlan] = $segment;
            }
            $this->segments[$segment->id] = $segment;
        }
    }

    /** The device the row speaks of: by id, MAC, serial or name, in this order. */
    public function existing(CsvRow $row, string $name, ?MacAddress $mac): ?Device
    {
        $serial = $row->get('serial');

        return $this->job->devices[$row->get('id') ?? ''] ?? (null === $mac ? null : $this->byMac[$mac->digits] ?? null)
            ?? (null === $serial ? null : $this->bySerial[$serial] ?? null) ?? $this->byName[mb_strtolower($name)] ?? null;
    }

    public function profile(CsvRow $row): ?string
    {
        return $this->known($row, 'profile', $this->profiles, 'a device profile', array_values(array_unique($this->profiles)));
    }

    public function location(CsvRow $row): ?string
    {
        return $this->known($row, 'location', $this->places, 'a place of this job', array_values(array_unique($this->places)));
    }

    /** The segment named by id, name or VLAN number; else the only one whose subnet holds the address. */
    public function segment(CsvRow $row, ?Ipv4Address $address): ?Segment
    {
        $segment = $this->known($row, 'segment', $this->segments, 'a segment of this job', array_keys($this->job->segments));
        if (null !== $segment || null === $address) {
            return $segment;
        }
        foreach ($this->job->segments as $candidate) {
            if (null !== $candidate->subnetOf($address)) {
                return $candidate;
            }
        }

        return null;
    }

    public function newId(CsvRow $row, string $name): string
    {
        $given = $row->get('id');
        if (null !== $given) {
            return 1 === preg_match(RecordReader::SLUG, $given) ? $given : throw $row->refuse('id', 'a slug of small letters, digits, dots and hyphens', 'Such as berth-1.');
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
                throw $row->refuseGiven('id' === $column ? 'name' : $column, FileError::show($value), 'a value that stands only once in the list', \sprintf('Line %d has it already.', $line));
            }
        }
        foreach ($claims as $column => $value) {
            if (null !== $value) {
                $this->claimed[$column.' '.$value] = $row->line;
            }
        }
    }

    /**
     * @template T
     *
     * @param array<array-key, T> $known
     * @param list<int|string>    $examples
     *
     * @return T|null
     */
    private function known(CsvRow $row, string $column, array $known, string $what, array $examples): mixed
    {
        $given = $row->get($column);
        if (null === $given) {
            return null;
        }
        $shown = array_map(strval(...), \array_slice($examples, 0, 12));

        return $known[mb_strtolower($given)] ?? throw $row->refuse($column, [] === $shown ? $what : $what.': '.implode(', ', $shown), [] === $shown ? 'This job has none yet; add it first or leave the field empty.' : 'Write its id or its name.');
    }
}
