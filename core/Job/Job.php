<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/**
 * The whole plan of one installation, immutable. Every service reads it; a ChangeSet makes a new one from it.
 *
 * Beside the value objects it keeps the records they were read from, so that a file can be written back as it came.
 */
final readonly class Job
{
    /** @var array<array-key, Location> */
    public array $locations;

    /** @var array<array-key, Segment> */
    public array $segments;

    /** @var array<array-key, Router> */
    public array $routers;

    /** @var array<array-key, Device> */
    public array $devices;

    /** @var array<array-key, Extension> by number */
    public array $extensions;

    /** @var array<array-key, Intent> */
    public array $intents;

    /**
     * @param array<string, mixed> $frame the file without the content of its lists
     * @param array<string, array<array-key, array<string, mixed>>> $records by list and id, in order
     * @param array<class-string, array<array-key, object>> $objects the same, read
     * @param ProfileLibrary $profiles shipped ones and the job's own
     */
    private function __construct(
        public JobInfo $info,
        public array $frame,
        public array $records,
        private array $objects,
        private ProfileLibrary $shipped,
        public ProfileLibrary $profiles,
    ) {
        $this->locations = $this->all(Location::class);
        $this->segments = $this->all(Segment::class);
        $this->routers = $this->all(Router::class);
        $this->devices = $this->all(Device::class);
        $this->extensions = $this->all(Extension::class);
        $this->intents = $this->all(Intent::class);
    }

    /**
     * @param array<string, mixed> $frame the file without the content of its lists
     * @param array<string, array<array-key, array<string, mixed>>> $records by list and id
     *
     * @throws InvalidFile with every error found
     */
    public static function fromRecords(array $frame, array $records, ProfileLibrary $library): self
    {
        $errors = $parts = [];
        foreach (Lists::all() as $list) {
            try {
                $parts[] = JobPart::read($list, $records[$list->name] ?? []);
            } catch (InvalidFile $e) {
                array_push($errors, ...$e->errors);
            }
        }
        try {
            $info = self::info($frame);
        } catch (InvalidFile $e) {
            throw new InvalidFile([...$e->errors, ...$errors]);
        }
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }

        return self::assembled($info, $frame, $parts, $library);
    }

    /**
     * The same from records that were read before.
     *
     * @param array<string, mixed> $frame the file without the content of its lists
     * @param list<JobPart> $parts those of one list one after the other in their order
     *
     * @throws InvalidFile when the frame is not well formed
     */
    public static function fromParts(array $frame, array $parts, ProfileLibrary $library): self
    {
        return self::assembled(self::info($frame), $frame, $parts, $library);
    }

    /** @throws InvalidFile when a changed record is not well formed */
    public function with(ChangeSet $change): self
    {
        $records = $this->records;
        $objects = $this->objects;
        $frame = $this->frame;
        foreach ($change->edits as $edit) {
            if ($edit->isOfFacts()) {
                $frame['job'] = $edit->after ?? [];
                continue;
            }
            $list = Lists::forType($edit->type);
            $before = $records[$list->name] ?? [];
            if (null === $edit->after) {
                unset($records[$list->name][$edit->id], $objects[$edit->type][$edit->id]);
                continue;
            }
            try {
                $object = $list->type()->read($edit->after);
            } catch (InvalidFile $e) {
                throw $e->under(\sprintf('%s[%s]', $list->path(), $edit->id));
            }
            if ($edit->isMove()) {
                unset($before[$edit->id], $objects[$edit->type][$edit->id]);
            }
            if (null === $edit->behind || isset($before[$edit->id])) {
                $records[$list->name][$edit->id] = $edit->after;
                $objects[$edit->type][$edit->id] = $object;
            } else {
                $records[$list->name] = RecordOrder::behind($before, $edit->behind, $edit->id, $edit->after);
                $objects[$edit->type] = RecordOrder::behind($objects[$edit->type] ?? [], $edit->behind, $edit->id, $object);
            }
        }
        $own = $change->ids(DeviceProfile::class);
        $profiles = [] === $own ? $this->profiles : self::library($this->shipped, $objects);

        return new self(
            info: self::info($frame),
            frame: $frame,
            records: $records,
            objects: $objects,
            shipped: $this->shipped,
            profiles: $profiles,
        );
    }

    /**
     * The objects of a list by id.
     *
     * @template T of object
     *
     * @param class-string<T> $type
     *
     * @return array<array-key, T> by id
     */
    public function all(string $type): array
    {
        /** @var array<string, T> $objects */
        $objects = $this->objects[$type] ?? [];

        return $objects;
    }

    /**
     * @param class-string $type the value object of a list, or JobInfo
     *
     * @return array<string, mixed>|null the record as it stands in the file
     */
    public function record(string $type, string $id): ?array
    {
        /** @var array<string, mixed> $facts */
        $facts = $this->frame['job'] ?? [];

        return JobInfo::class === $type ? $facts : $this->records[Lists::forType($type)->name][$id] ?? null;
    }

    /**
     * A record moved to another place in its list.
     *
     * @param class-string $type the value object of its list
     * @param string $behind the record it is to stand behind; '' for the first place
     */
    public function move(string $type, string $id, string $behind): Edit
    {
        $record = $this->record($type, $id);

        return new Edit(
            type: $type,
            id: $id,
            before: $record,
            after: $record,
            behind: $behind,
            was: RecordOrder::predecessor($this->records[Lists::forType($type)->name] ?? [], $id),
        );
    }

    /**
     * An edit of one record: the given keys replaced, the others left.
     *
     * @param class-string $type the value object of its list
     * @param array<string, mixed> $values
     */
    public function edit(string $type, string $id, array $values): Edit
    {
        $before = $this->record($type, $id);

        return new Edit($type, $id, $before, [...($before ?? []), ...$values]);
    }

    /**
     * An edit of one interface of a device or router.
     *
     * @param class-string<Device|Router> $type
     * @param array<string, mixed> $values
     */
    public function editInterface(string $type, string $id, int $index, array $values): Edit
    {
        $interfaces = $this->record($type, $id)['interfaces'] ?? [];
        $interfaces = \is_array($interfaces) ? array_values($interfaces) : [];
        $interface = $interfaces[$index] ?? [];
        $interfaces[$index] = [...(\is_array($interface) ? $interface : []), ...$values];

        return $this->edit($type, $id, ['interfaces' => $interfaces]);
    }

    /**
     * The same change, each removed record with the one it stands behind, so that it can go back there.
     *
     * @throws InvalidFile
     */
    public function placed(ChangeSet $change): ChangeSet
    {
        $ids = [];
        $edits = [];
        foreach ($change->edits as $edit) {
            $list = $edit->list();
            $ids[$list] ??= array_keys($this->records[$list] ?? []);
            if (null === $edit->after) {
                $at = array_search($edit->id, array_map(strval(...), $ids[$list]), true);
                $edit = $edit->behind(false === $at ? null : (string) ($ids[$list][$at - 1] ?? ''));
                array_splice($ids[$list], (int) $at, false === $at ? 0 : 1);
            }
            $edits[] = $edit;
        }

        return new ChangeSet($change->title, $edits);
    }

    public function profileOf(Device $device): DeviceProfile
    {
        return $this->profiles->get($device->profile);
    }

    /**
     * The place of a device and the places around it, innermost first.
     *
     * @return list<Location>
     */
    public function placesOf(?string $location): array
    {
        $places = [];
        while (null !== $location && isset($this->locations[$location]) && \count($places) < 12) {
            $places[] = $this->locations[$location];
            $location = $this->locations[$location]->within;
        }

        return $places;
    }

    /** The dispatchable address of a location: its own, or that of the nearest around it; null where none is planned. */
    public function dispatchOf(?string $location): ?string
    {
        foreach ($this->placesOf($location) as $place) {
            if ('' !== trim($place->dispatch ?? '')) {
                return $place->dispatch;
            }
        }

        return null;
    }

    /** @return array<int, true> every address that a device or router was given */
    public function plannedAddresses(): array
    {
        $planned = [];
        foreach ([$this->devices, $this->routers] as $holders) {
            foreach ($holders as $holder) {
                foreach ($holder->interfaces as $interface) {
                    foreach ($interface->addresses() as $address) {
                        $planned[$address->address->value] = true;
                    }
                }
            }
        }

        return $planned;
    }

    /**
     * Addresses that nobody else may be given: those that are planned, and those of servers and next hops that the plan names.
     *
     * @return array<int, true>
     */
    public function takenAddresses(): array
    {
        $taken = $this->plannedAddresses();
        foreach ($this->segments as $segment) {
            foreach ([...$segment->dns, ...$segment->ntp] as $server) {
                $taken[$server->value] = true;
            }
        }
        foreach ([$this->devices, $this->routers] as $holders) {
            foreach ($holders as $holder) {
                foreach ($holder->routes as $route) {
                    $taken[$route->via->value] = true;
                }
            }
        }

        return $taken;
    }

    public function nameOf(string $id): string
    {
        if (isset($this->devices[$id])) {
            return $this->devices[$id]->name;
        }
        [$kind, $of] = [...explode(':', $id, 2), ''];

        return match ($kind) {
            'number' => isset($this->extensions[$of]) ? trim($this->extensions[$of]->name.' '.$of) : $of,
            'trunk' => $this->all(Trunk::class)[$of]->name ?? $of,
            default => $this->routers[$id]->name ?? MadeUpId::name($this, $id) ?? $id,
        };
    }

    /**
     * @param array<string, mixed> $frame
     *
     * @throws InvalidFile
     */
    private static function info(array $frame): JobInfo
    {
        try {
            return RecordType::fromClass(JobInfo::class)->read($frame['job'] ?? []);
        } catch (InvalidFile $e) {
            throw $e->under('$.job');
        }
    }

    /**
     * @param array<string, mixed> $frame
     * @param list<JobPart> $parts
     */
    private static function assembled(JobInfo $info, array $frame, array $parts, ProfileLibrary $library): self
    {
        $records = $objects = [];
        foreach (Lists::all() as $list) {
            $records[$list->name] = $objects[$list->type] = [];
        }
        foreach ($parts as $part) {
            $records[$part->list] += $part->records;
            $objects[Lists::named($part->list)->type] += $part->objects;
        }

        return new self(
            info: $info,
            frame: $frame,
            records: $records,
            objects: $objects,
            shipped: $library,
            profiles: self::library($library, $objects),
        );
    }

    /** @param array<class-string, array<array-key, object>> $objects */
    private static function library(ProfileLibrary $shipped, array $objects): ProfileLibrary
    {
        /** @var array<array-key, DeviceProfile> $own */
        $own = $objects[DeviceProfile::class] ?? [];

        return $shipped->with(array_values($own));
    }
}
