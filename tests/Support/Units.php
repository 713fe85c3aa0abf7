<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** Jobs for tests of values and runbooks: one segment, a few units of kinds that the test makes up. */
final class Units
{
    /**
     * @param array<string, mixed> $kinds profile by id, "settings" and so on
     * @param array<string, mixed> $units device by id; its kind is "profile", the others have their defaults
     * @param array<string, mixed> $more further keys of the job file
     */
    public static function job(array $kinds, array $units, array $more = []): Job
    {
        $profiles = $devices = [];
        foreach ($kinds as $id => $kind) {
            $profiles[] = ['id' => $id, 'version' => 2, 'family' => 'audio', 'factory' => ['mode' => 'dhcp'], ...self::map($kind)];
        }
        $host = 20;
        foreach ($units as $id => $unit) {
            $devices[] = [
                'id' => $id,
                'profile' => array_key_first($kinds),
                'location' => 'hall',
                'interfaces' => [['segment' => 'a', 'address' => \sprintf('10.47.1.%d/24', $host++), 'gateway' => '10.47.1.1']],
                ...self::map($unit),
            ];
        }
        $segment = [
            'id' => 'a',
            'subnets' => [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1']],
            'ntp' => ['10.47.1.9'],
            'dns' => ['10.47.1.53', '10.47.1.54'],
        ];

        return JobFile::read(Json::line([
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Test', 'timezone' => 'Europe/Oslo', ...self::map($more['job'] ?? [])],
            'locations' => $more['locations'] ?? [
                ['id' => 'site', 'name' => 'Northpier'],
                ['id' => 'hall', 'name' => 'Hall', 'within' => 'site'],
            ],
            'segments' => [$segment],
            'profiles' => $profiles,
            'devices' => $devices,
            ...array_diff_key($more, ['job' => 1, 'locations' => 1]),
        ]), ShippedProfiles::load());
    }

    /** @return array<array-key, mixed> */
    private static function map(mixed $value): array
    {
        return \is_array($value) ? $value : [];
    }
}
