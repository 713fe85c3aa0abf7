<?php

declare(strict_types=1);

namespace Vorhut\Tests\Support;

use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** Small jobs for tests, in few words. */
final class Jobs
{
    /**
     * @param array<string, string|array<string, mixed>> $segments prefix by segment id, its gateway the first host; or a record with it
     * @param array<string, array<string, mixed>> $hosts device record by id; "at" is [segment, address/length, gateway]
     * @param array<string, array<string, mixed>> $routers router record by id; "in" is address/length by segment
     * @param list<array<string, mixed>> $intents
     * @param list<array<string, mixed>> $extensions
     */
    public static function make(
        array $segments,
        array $hosts,
        array $routers = [],
        array $intents = [],
        array $extensions = [],
    ): Job {
        $data = [
            'format' => 'vorhut-job',
            'version' => 1,
            'job' => ['name' => 'Test'],
            'segments' => [],
            'routers' => [],
            'devices' => [],
            'voice' => ['extensions' => $extensions],
            'intents' => $intents,
        ];
        foreach ($segments as $id => $segment) {
            $more = \is_array($segment) ? $segment : [];
            $prefix = \is_array($segment) && \is_string($segment['prefix'] ?? null)
                ? $segment['prefix']
                : (\is_string($segment)
                    ? $segment
                    : '');
            unset($more['prefix']);
            $data['segments'][] = ['id' => $id, 'subnets' => [['prefix' => $prefix, 'gateway' => self::first($prefix)]]] + $more;
        }
        foreach ($routers as $id => $router) {
            $interfaces = [];
            foreach (self::map($router['in'] ?? []) as $segment => $address) {
                $interfaces[] = ['segment' => (string) $segment] + (\is_array($address) ? $address : ['address' => $address]);
            }
            unset($router['in']);
            $data['routers'][] = ['id' => $id, 'interfaces' => $interfaces, ...$router];
        }
        foreach ($hosts as $id => $host) {
            $at = $host['at'] ?? null;
            unset($host['at']);
            if (\is_array($at)) {
                $host['interfaces'] = [
                    ['segment' => $at[0], 'address' => $at[1], 'gateway' => $at[2] ?? null]
                    + self::map($host['if'] ?? []),
                ];
            }
            unset($host['if']);
            $data['devices'][] = ['id' => $id, 'profile' => 'generic-host', ...$host];
        }

        return JobFile::read(Json::line($data), ShippedProfiles::load());
    }

    public static function demo(): Job
    {
        return JobFile::read(self::demoText(), ShippedProfiles::load());
    }

    public static function demoText(string $name = 'kestrel-sound'): string
    {
        return (string) file_get_contents(\dirname(__DIR__, 2).'/demo/'.$name.'.json');
    }

    /** Two segments and one router between them. */
    public const TWO = ['a' => '10.47.1.0/24', 'b' => '10.47.2.0/24'];
    public const ROUTER = ['r' => ['in' => ['a' => '10.47.1.1/24', 'b' => '10.47.2.1/24']]];

    private static function first(string $prefix): ?string
    {
        return (string) preg_replace('#\.0/.*$#', '.1', $prefix) === $prefix ? null : (string) preg_replace('#\.0/.*$#', '.1', $prefix);
    }

    /** @return array<array-key, mixed> */
    private static function map(mixed $value): array
    {
        return \is_array($value) ? $value : [];
    }
}
