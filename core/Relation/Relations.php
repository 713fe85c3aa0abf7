<?php

declare(strict_types=1);

namespace Vorhut\Core\Relation;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Profile\Relation\RelationType;

/** Which units of a plan work together: the pairings that were drawn, and those that extensions make. */
final readonly class Relations
{
    /**
     * @param list<RelatedUnit> $all
     * @param array<array-key, list<RelatedUnit>> $byDevice both ends
     */
    private function __construct(public array $all, private array $byDevice) {}

    public static function fromJob(Job $job): self
    {
        $all = [];
        foreach ($job->all(Relation::class) as $pairing) {
            $from = $job->devices[$pairing->from] ?? null;
            $to = $job->devices[$pairing->to] ?? null;
            $coupling = null === $from ? null : self::named($job, $from, $pairing->coupling);
            if (null !== $from && null !== $to && null !== $coupling) {
                $all[] = new RelatedUnit(
                    id: $pairing->id,
                    coupling: $coupling,
                    from: $from,
                    to: $to,
                    fromPort: $pairing->fromPort,
                    toPort: $pairing->toPort,
                );
            }
        }
        array_push($all, ...self::byExtension($job));
        $byDevice = [];
        foreach ($all as $coupled) {
            $byDevice[$coupled->from->id][] = $coupled;
            if ($coupled->to->id !== $coupled->from->id) {
                $byDevice[$coupled->to->id][] = $coupled;
            }
        }

        return new self($all, $byDevice);
    }

    /** @return list<RelatedUnit> those of a unit, whichever end it is */
    public function with(Device $device): array
    {
        return $this->byDevice[$device->id] ?? [];
    }

    /** @return list<RelatedUnit> those that begin at a unit */
    public function from(Device $device): array
    {
        return array_values(array_filter($this->with($device), static fn (RelatedUnit $c): bool => $c->from->id === $device->id));
    }

    /** @return list<RelatedUnit> those that end at a unit */
    public function to(Device $device): array
    {
        return array_values(array_filter($this->with($device), static fn (RelatedUnit $c): bool => $c->to->id === $device->id));
    }

    private static function named(Job $job, Device $device, string $id): ?RelationType
    {
        return array_find($job->profileOf($device)->couplings, static fn ($coupling): bool => $coupling->id === $id);
    }

    /** @return list<RelatedUnit> */
    private static function byExtension(Job $job): array
    {
        $coupled = [];
        foreach ($job->extensions as $extension) {
            $from = $job->devices[$extension->device ?? ''] ?? null;
            $to = $job->devices[$extension->server ?? ''] ?? null;
            if (null === $from || null === $to || isset($coupled[$from->id.' '.$to->id])) {
                continue;
            }
            foreach ($job->profileOf($from)->couplings as $coupling) {
                if ($coupling->byExtension && $coupling->fits($to->profile)) {
                    $coupled[$from->id.' '.$to->id] = new RelatedUnit('', $coupling, $from, $to);
                    break;
                }
            }
        }

        return array_values($coupled);
    }
}
