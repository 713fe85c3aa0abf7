<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;

/** Which phone systems the extensions of a device belong to. */
final class PhoneSystems
{
    /** @var array<string, list<string|null>> by device, in the order of the extensions; null: somewhere that is not planned */
    private array $of = [];

    /** @var array<string, true> */
    private array $systems = [];

    public function __construct(private readonly Job $job)
    {
        foreach ($job->extensions as $extension) {
            $planned = isset($job->devices[$extension->server ?? '']) ? $extension->server : null;
            $this->of[(string) $extension->device][] = $planned;
            if (null !== $planned) {
                $this->systems[$planned] = true;
            }
        }
    }

    /** The first planned one: calls go by it. */
    public function first(?Device $device): ?Device
    {
        foreach ($this->of[$device->id ?? ''] ?? [] as $id) {
            if (null !== $id) {
                return $this->job->devices[$id];
            }
        }

        return null;
    }

    /** @return list<string|null> of every extension, in order; null where it belongs to none that is planned */
    public function all(string $device): array
    {
        return $this->of[$device] ?? [];
    }

    public function isOne(string $device): bool
    {
        return isset($this->systems[$device]);
    }
}
