<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Jobs\JobInHand;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Setting\Settings;

/** All steps of a unit, or of every unit in a place, to be printed and ticked off by hand. */
final readonly class BenchPaper
{
    private const MOST = 100;

    public function __construct(private Laptop $laptop)
    {
    }

    /**
     * @param string $device id of a unit, '' for all
     * @param string $place id of a place with those inside it, '' for everywhere
     *
     * @return list<array{name: string, facts: string, steps: list<RunbookStep>}> at most so many
     */
    public function units(JobInHand $hand, string $device, string $place): array
    {
        $isMeant = static fn (Device $d): bool => ('' === $device || $d->id === $device)
            && ('' === $place || self::isIn($hand->job->placesOf($d->location), $place));
        $units = [];
        $runbooks = new Runbooks(new Settings($hand->job), $this->laptop->ports);
        foreach (\array_slice(array_filter($hand->job->devices, $isMeant), 0, self::MOST) as $unit) {
            $mac = ($unit->interfaces[0] ?? null)?->mac;
            $facts = [
                $hand->job->profileOf($unit)->name,
                $hand->job->locations[$unit->location]->name ?? '',
                null === $unit->serial ? '' : 'serial '.$unit->serial,
                null === $mac ? '' : (string) $mac,
            ];
            $units[] = [
                'name' => $unit->name,
                'facts' => implode(' · ', array_filter($facts, static fn (string $f): bool => '' !== $f)),
                'steps' => $runbooks->of($unit)->steps,
            ];
        }

        return $units;
    }

    /** @param list<Location> $places */
    private static function isIn(array $places, string $wanted): bool
    {
        return [] !== array_filter($places, static fn (Location $l): bool => $l->id === $wanted);
    }
}
