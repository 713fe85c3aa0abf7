<?php

declare(strict_types=1);

namespace Vorhut\Core\Licence;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Profile\Capacity;
use Vorhut\Core\Profile\LicenceKind;
use Vorhut\Core\Relation\Relations;
use Vorhut\Core\Setting\Facts;

/** Which licences the units of a plan have, what they allow, and what is used of it. */
final class Licences
{
    /** @var array<string, list<Licence>> by device */
    private array $byDevice = [];

    public function __construct(private readonly Job $job, private readonly Relations $couplings, private readonly Facts $facts)
    {
        foreach ($job->all(Licence::class) as $licence) {
            $this->byDevice[$licence->device][] = $licence;
        }
    }

    /** @return list<Licence> */
    public function licencesOf(Device $device): array
    {
        return $this->byDevice[$device->id] ?? [];
    }

    public function kind(Licence $licence): ?LicenceKind
    {
        $device = $this->job->devices[$licence->device] ?? null;

        return array_find(
            null === $device ? [] : $this->job->profileOf($device)->licences,
            static fn ($kind): bool => $kind->id === $licence->kind,
        );
    }

    /** The licence of a sort that has come furthest; null where none is planned. */
    public function best(Device $device, string $kind): ?Licence
    {
        $best = null;
        foreach ($this->licencesOf($device) as $licence) {
            if ($licence->kind === $kind && (null === $best || $licence->state->isInTheUnit())) {
                $best = $licence;
            }
        }

        return $best;
    }

    /** @return array{used: int, allowed: int} planned, and allowed once every planned licence is applied */
    public function capacity(Device $device, Capacity $capacity): array
    {
        $allowed = $capacity->count;
        foreach ($this->licencesOf($device) as $licence) {
            if ($this->kind($licence)?->capacity === $capacity->id) {
                $allowed += $licence->count;
            }
        }

        return ['used' => $this->used($device, $capacity), 'allowed' => $allowed];
    }

    /** What to order where so many are missing: licences come in steps. */
    public function order(Device $device, Capacity $capacity, int $missing): string
    {
        foreach ($this->job->profileOf($device)->licences as $kind) {
            if ($kind->capacity === $capacity->id && $kind->steps > 1) {
                $whole = (int) ceil($missing / $kind->steps) * $kind->steps;

                return \sprintf('Order %2$d more (%1$s, sold in steps of %3$d).', $kind->name, $whole, $kind->steps);
            }
        }

        return \sprintf('Order a licence for %d more.', $missing);
    }

    private function used(Device $device, Capacity $capacity): int
    {
        $used = $capacity->extensions ? (int) $this->facts->value($device, 'extension-count') : 0;
        if (null === $capacity->coupling) {
            return $used;
        }
        foreach ($this->couplings->with($device) as $coupled) {
            $used += (int) ($coupled->coupling->id === $capacity->coupling);
        }

        return $used;
    }
}
