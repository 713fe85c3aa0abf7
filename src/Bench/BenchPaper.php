<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** All steps of a unit, or of every unit in a place, numbered: to be printed, ticked off by hand, and keyed in again. */
final readonly class BenchPaper
{
    private const MAX = 100;

    public function __construct(private BenchState $state) {}

    /**
     * @param string $device id of a unit, '' for all
     * @param string $place id of a place with those inside it, '' for everywhere
     *
     * @return list<Device> at most so many, in the order in which the paper numbers them
     */
    public function devices(JobContext $context, string $device, string $place): array
    {
        $isMeant = static fn (Device $d): bool => ('' === $device || $d->id === $device)
            && ('' === $place || self::isIn($context->job->placesOf($d->location), $place));

        return \array_slice(array_values(array_filter($context->job->devices, $isMeant)), 0, self::MAX);
    }

    /**
     * @param list<Device> $devices
     *
     * @return list<array{id: string, name: string, facts: string, steps: list<RunbookStep>}>
     */
    public function units(JobContext $context, array $devices, Laptop $laptop): array
    {
        return array_map(static fn (Runbook $r): array => [
            'id' => $r->device->id,
            'name' => $r->device->name,
            'facts' => self::facts($context, $r->device),
            'steps' => $r->steps,
        ], $this->state->runbooks($context, $devices, $laptop->ports));
    }

    /** @return list<array{number: int, at: int, label: string}> what is read, found or measured at open steps, by their number */
    public static function asked(Runbook $runbook): array
    {
        $asked = [];
        foreach ($runbook->steps as $index => $step) {
            foreach ($step->isDone ? [] : $step->record as $at => $record) {
                if (!\in_array($record->kind, [RecordKind::Tick, RecordKind::Photo], true)) {
                    $asked[] = ['number' => $index + 1, 'at' => $at, 'label' => $record->label];
                }
            }
        }

        return $asked;
    }

    private static function facts(JobContext $context, Device $device): string
    {
        $mac = ($device->interfaces[0] ?? null)?->mac;
        $facts = [
            $context->job->profileOf($device)->name,
            $context->job->locations[$device->location]->name ?? '',
            null === $device->serial ? '' : 'serial '.$device->serial,
            null === $mac ? '' : (string) $mac,
        ];

        return implode(' · ', array_filter($facts, static fn (string $f): bool => '' !== $f));
    }

    /** @param list<Location> $places */
    private static function isIn(array $places, string $wanted): bool
    {
        return [] !== array_filter($places, static fn (Location $l): bool => $l->id === $wanted);
    }
}
