<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** Profiles by id: the shipped ones, with a job's own in front. What is shipped is read when it is first asked for. */
final class ProfileLibrary
{
    /**
     * @param array<string, DeviceProfile> $read
     * @param array<string, \Closure(): DeviceProfile> $unread by id
     */
    private function __construct(private array $read, private array $unread = []) {}

    /**
     * @param iterable<array-key, string> $files JSON texts by file name, each an object or a list of objects
     *
     * @throws InvalidFile
     */
    public static function fromJson(iterable $files): self
    {
        $profiles = [];
        foreach ($files as $name => $json) {
            $profile = self::decode((string) $name, $json);
            $profiles[$profile->id] = $profile;
        }

        return new self($profiles);
    }

    /** @param array<string, \Closure(): DeviceProfile> $readers by id */
    public static function shipped(array $readers): self
    {
        return new self([], $readers);
    }

    /**
     * @param string $name of the file, for errors
     *
     * @throws InvalidFile
     */
    public static function decode(string $name, string $json): DeviceProfile
    {
        try {
            return RecordType::fromClass(DeviceProfile::class)->read(Json::decode($json));
        } catch (InvalidFile $e) {
            throw $e->under($name);
        }
    }

    /** @param list<DeviceProfile> $own */
    public function with(array $own): self
    {
        if ([] === $own) {
            return $this;
        }
        $read = $this->read;
        $unread = $this->unread;
        foreach ($own as $profile) {
            $read[$profile->id] = $profile;
            unset($unread[$profile->id]);
        }

        return new self($read, $unread);
    }

    public function has(string $id): bool
    {
        return isset($this->read[$id]) || isset($this->unread[$id]);
    }

    /** @throws \OutOfBoundsException for an id that has() denies */
    public function get(string $id): DeviceProfile
    {
        if (isset($this->read[$id])) {
            return $this->read[$id];
        }
        if (!isset($this->unread[$id])) {
            throw new \OutOfBoundsException(\sprintf('There is no device profile "%s".', $id));
        }
        $this->read[$id] = $this->unread[$id]();
        unset($this->unread[$id]);

        return $this->read[$id];
    }

    /** @return list<string> */
    public function ids(): array
    {
        $ids = array_map(strval(...), [...array_keys($this->read), ...array_keys($this->unread)]);
        sort($ids);

        return $ids;
    }

    /** @return array<array-key, DeviceProfile> by id */
    public function all(): array
    {
        $all = [];
        foreach ($this->ids() as $id) {
            $all[$id] = $this->get($id);
        }

        return $all;
    }
}
