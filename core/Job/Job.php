<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\FileError;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\RecordReader;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\ProfileLibrary;

/**
 * The whole plan of one installation, immutable. Every service reads it; a ChangeSet makes a new one from it.
 *
 * Beside the value objects it keeps the records they were read from, so that a file can be written back as it came.
 */
final readonly class Job
{
    /**
     * @param array<string, mixed>                                  $frame      the file without the content of its lists
     * @param array<string, array<array-key, array<string, mixed>>> $records    by collection and id, in order
     * @param array<string, Location>                               $locations
     * @param array<string, Segment>                                $segments
     * @param array<string, Router>                                 $routers
     * @param array<string, Device>                                 $devices
     * @param array<string, Extension>                              $extensions by number
     * @param array<string, Intent>                                 $intents
     */
    private function __construct(
        public JobInfo $info,
        public array $frame,
        public array $records,
        public array $locations,
        public array $segments,
        public array $routers,
        public ProfileLibrary $profiles,
        public array $devices,
        public array $extensions,
        public array $intents,
    ) {
    }

    /**
     * @param array<string, mixed>                                  $frame   the file without the content of its lists
     * @param array<string, array<array-key, array<string, mixed>>> $records by collection and id
     *
     * @throws InvalidFile with every error found
     */
    public static function fromRecords(array $frame, array $records, ProfileLibrary $library): self
    {
        $errors = [];
        $info = self::guard($frame['job'] ?? [], '$.job', JobInfo::read(...), $errors);
        $profiles = self::all($records, Collection::Profiles, DeviceProfile::read(...), $errors);
        $locations = self::all($records, Collection::Locations, Location::read(...), $errors);
        $segments = self::all($records, Collection::Segments, Segment::read(...), $errors);
        $routers = self::all($records, Collection::Routers, Router::read(...), $errors);
        $devices = self::all($records, Collection::Devices, Device::read(...), $errors);
        $extensions = self::all($records, Collection::Extensions, Extension::read(...), $errors);
        $intents = self::all($records, Collection::Intents, Intent::read(...), $errors);
        if ([] !== $errors || null === $info) {
            throw new InvalidFile([] === $errors ? [new FileError('$.job', 'nothing', 'an object with the job\'s name')] : $errors);
        }

        return new self($info, $frame, $records, $locations, $segments, $routers, $library->with(array_values($profiles)), $devices, $extensions, $intents);
    }

    /** @throws InvalidFile when a changed record is not well formed */
    public function with(ChangeSet $change): self
    {
        $records = $this->records;
        $changed = [];
        foreach ($change->edits as $edit) {
            if (null === $edit->after) {
                unset($records[$edit->collection->value][$edit->id]);
            } else {
                $records[$edit->collection->value][$edit->id] = $edit->after;
            }
            $changed[$edit->collection->value][$edit->id] = $edit->after;
        }
        $of = static fn (Collection $collection): array => $changed[$collection->value] ?? [];

        return new self(
            $this->info,
            $this->frame,
            $records,
            self::changed($this->locations, $of(Collection::Locations), Collection::Locations, Location::read(...)),
            self::changed($this->segments, $of(Collection::Segments), Collection::Segments, Segment::read(...)),
            self::changed($this->routers, $of(Collection::Routers), Collection::Routers, Router::read(...)),
            $this->profiles->with(array_values(self::changed([], $of(Collection::Profiles), Collection::Profiles, DeviceProfile::read(...)))),
            self::changed($this->devices, $of(Collection::Devices), Collection::Devices, Device::read(...)),
            self::changed($this->extensions, $of(Collection::Extensions), Collection::Extensions, Extension::read(...)),
            self::changed($this->intents, $of(Collection::Intents), Collection::Intents, Intent::read(...)),
        );
    }

    /** @return array<string, mixed>|null the record as it stands in the file */
    public function record(Collection $collection, string $id): ?array
    {
        return $this->records[$collection->value][$id] ?? null;
    }

    /**
     * An edit of one record: the given keys replaced, the others left.
     *
     * @param array<string, mixed> $values
     */
    public function edit(Collection $collection, string $id, array $values): Edit
    {
        $before = $this->record($collection, $id);

        return new Edit($collection, $id, $before, [...($before ?? []), ...$values]);
    }

    /**
     * An edit of one interface of a device or router.
     *
     * @param array<string, mixed> $values
     */
    public function editInterface(Collection $collection, string $id, int $index, array $values): Edit
    {
        $interfaces = $this->record($collection, $id)['interfaces'] ?? [];
        $interfaces = \is_array($interfaces) ? array_values($interfaces) : [];
        $interface = $interfaces[$index] ?? [];
        $interfaces[$index] = [...(\is_array($interface) ? $interface : []), ...$values];

        return $this->edit($collection, $id, ['interfaces' => $interfaces]);
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

    public function nameOf(string $id): string
    {
        return $this->devices[$id]->name ?? $this->routers[$id]->name ?? $id;
    }

    /**
     * @template T
     *
     * @param callable(RecordReader): T $read
     *
     * @return T
     */
    private static function one(mixed $record, string $path, callable $read): mixed
    {
        $reader = RecordReader::over($record, $path);
        $result = $read($reader);
        $reader->done();

        return $result;
    }

    /**
     * @template T
     *
     * @param array<string, T>                         $objects
     * @param array<string, array<string, mixed>|null> $records null removes
     * @param callable(RecordReader): T                $read
     *
     * @return array<string, T>
     */
    private static function changed(array $objects, array $records, Collection $collection, callable $read): array
    {
        foreach ($records as $id => $record) {
            if (null === $record) {
                unset($objects[$id]);
            } else {
                $objects[$id] = self::one($record, \sprintf('%s[%s]', $collection->path(), $id), $read);
            }
        }

        return $objects;
    }

    /**
     * @template T
     *
     * @param callable(RecordReader): T $read
     * @param list<FileError>           $errors
     *
     * @return T|null
     */
    private static function guard(mixed $record, string $path, callable $read, array &$errors): mixed
    {
        try {
            return self::one($record, $path, $read);
        } catch (InvalidFile $e) {
            array_push($errors, ...$e->errors);

            return null;
        }
    }

    /**
     * @template T
     *
     * @param array<string, array<array-key, array<string, mixed>>> $records
     * @param callable(RecordReader): T                             $read
     * @param list<FileError>                                       $errors
     *
     * @return array<string, T>
     */
    private static function all(array $records, Collection $collection, callable $read, array &$errors): array
    {
        $result = [];
        $index = 0;
        foreach ($records[$collection->value] ?? [] as $id => $record) {
            $object = self::guard($record, \sprintf('%s[%d]', $collection->path(), $index++), $read, $errors);
            if (null !== $object) {
                $result[(string) $id] = $object;
            }
        }

        return $result;
    }
}
