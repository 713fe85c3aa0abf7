<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Calc\Kind\HeatCalculation;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Paper\PrintableList;

/** What the units of each place draw and give off, and the least that one of them bears: for those who size circuits and cooling. */
final class HeatList implements PrintableList
{
    public function name(): string
    {
        return 'heat';
    }

    public function title(): string
    {
        return 'Power and heat load';
    }

    public function heads(): array
    {
        return ['Location', 'Devices', 'Watts', 'BTU/h', 'Without consumption', 'Maximum °C', 'Rated to °C', 'Limited by'];
    }

    public function figures(): array
    {
        return ['Devices', 'Watts', 'BTU/h', 'Without consumption', 'Maximum °C', 'Rated to °C'];
    }

    public function rows(Job $job): array
    {
        /** @var array<array-key, list<Device>> $units by place */
        $units = [];
        foreach ($job->devices as $device) {
            $path = array_map(static fn (Location $l): string => $l->name, array_reverse($job->placesOf($device->location)));
            $units[[] === $path ? 'No location' : implode(', ', $path)][] = $device;
        }
        ksort($units, \SORT_NATURAL | \SORT_FLAG_CASE);
        $rows = [];
        foreach ($units as $place => $here) {
            $rows[] = self::row($job, (string) $place, $here);
        }

        return \count($rows) > 1 ? [...$rows, self::row($job, 'All locations', array_values($job->devices))] : $rows;
    }

    /**
     * @param list<Device> $units
     *
     * @return list<string>
     */
    private static function row(Job $job, string $place, array $units): array
    {
        $watts = 0.0;
        $unknown = 0;
        $min = null;
        $name = '';
        foreach ($units as $unit) {
            $profile = $job->profileOf($unit);
            $watts += $profile->watts ?? 0.0;
            $unknown += null === $profile->watts ? 1 : 0;
            if (null !== $profile->maxCelsius && (null === $min || $profile->maxCelsius < $min)) {
                [$min, $name] = [$profile->maxCelsius, $unit->name];
            }
        }
        $warmest = array_filter(
            array_map(static fn (Device $d): ?float => self::warmest($job, $d), $units),
            static fn (?float $c): bool => null !== $c,
        );

        return [
            $place,
            (string) \count($units),
            (string) round($watts, 1),
            (string) round($watts * HeatCalculation::BTU_PER_HOUR),
            0 === $unknown ? '' : (string) $unknown,
            [] === $warmest ? '' : (string) max($warmest),
            null === $min ? '' : (string) $min,
            $name,
        ];
    }

    /** Of the place, or of the nearest around it of which it is said. */
    private static function warmest(Job $job, Device $device): ?float
    {
        foreach ($job->placesOf($device->location) as $place) {
            if (null !== $place->celsius) {
                return $place->celsius;
            }
        }

        return null;
    }
}
