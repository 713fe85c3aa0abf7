<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;
use Vorhut\Core\Record\RecordType;

/** Profiles by id: the shipped ones, with a job's own in front. */
final readonly class ProfileLibrary
{
    /** @param array<string, DeviceProfile> $profiles */
    private function __construct(private array $profiles)
    {
    }

    /**
     * @param iterable<array-key, string> $files JSON texts by file name, each an object or a list of objects
     *
     * @throws InvalidFile
     */
    public static function fromJson(iterable $files): self
    {
        $profiles = [];
        foreach ($files as $name => $json) {
            try {
                $profile = RecordType::of(DeviceProfile::class)->read(Json::decode($json));
            } catch (InvalidFile $e) {
                throw $e->under((string) $name);
            }
            $profiles[$profile->id] = $profile;
        }
        ksort($profiles);

        return new self($profiles);
    }

    /** @param list<DeviceProfile> $own */
    public function with(array $own): self
    {
        $profiles = $this->profiles;
        foreach ($own as $profile) {
            $profiles[$profile->id] = $profile;
        }

        return new self($profiles);
    }

    public function has(string $id): bool
    {
        return isset($this->profiles[$id]);
    }

    /** @throws \OutOfBoundsException for an id that has() denies */
    public function get(string $id): DeviceProfile
    {
        return $this->profiles[$id] ?? throw new \OutOfBoundsException(\sprintf('There is no device profile "%s".', $id));
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_map(strval(...), array_keys($this->profiles));
    }

    /** @return array<array-key, DeviceProfile> by id */
    public function all(): array
    {
        return $this->profiles;
    }
}
