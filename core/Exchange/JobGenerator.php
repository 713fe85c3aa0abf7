<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * Makes job files of any size for measurements: the same file for the same numbers, with a share of honest mistakes.
 *
 * One segment holds about sixty devices; about fourteen segments share a router, and routers meet in a transit segment. There is
 * a filter rule for every 25 devices and an intent, most of them between groups, for every 17.
 */
final class JobGenerator
{
    private const PER_SEGMENT = 62;
    private const SEGMENTS_PER_ROUTER = 14;

    private readonly Randomizer $random;

    /**
     * @param int|null $segments as many as the devices need, unless given
     * @param int|null $intents one for every 17 devices, unless given
     */
    public function __construct(
        private readonly int $devices,
        private readonly int $seed,
        private readonly ?int $segments = null,
        private readonly ?int $intents = null,
    ) {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @return array<string, mixed> */
    public function generate(): array
    {
        $count = $this->segments ?? max(1, (int) ceil($this->devices / self::PER_SEGMENT));
        $routers = max(1, (int) ceil($count / self::SEGMENTS_PER_ROUTER));

        return [
            'format' => JobFile::FORMAT,
            'version' => JobFile::VERSION,
            'job' => [
                'name' => \sprintf('Generated, %d devices', $this->devices),
                'client' => 'Kestrel Sound Ferries',
                'timezone' => 'Europe/Oslo',
                'notes' => \sprintf('Seed %d', $this->seed),
            ],
            'locations' => [
                [
                    'id' => 'northpier',
                    'name' => 'Northpier',
                    'within' => null,
                    'kind' => 'site',
                    'dispatch' => 'Northpier road 1',
                ],
            ],
            'segments' => $this->segments($count, $routers),
            'routers' => $this->routers($count, $routers),
            'profiles' => [],
            'devices' => $this->devices($count),
            'voice' => ['extensions' => $this->extensions(), 'trunks' => [], 'routes' => []],
            'flows' => [],
            'pairings' => [],
            'intents' => $this->intents($count),
        ];
    }

    /** @return list<array<string, mixed>> */
    private function segments(int $count, int $routers): array
    {
        $segments = [];
        for ($s = 0; $s < $count; ++$s) {
            $net = self::net($s);
            $segments[] = [
                'id' => 'seg-'.$s, 'name' => 'Segment '.$s, 'vlan' => 100 + $s % 3900,
                'subnets' => [['prefix' => $net.'.0/24', 'gateway' => $net.'.1', 'dhcp' => [$net.'.200-'.$net.'.239'], 'reserved' => []]],
                'snooping' => true, 'querier' => true,
            ];
        }
        if ($routers > 1) {
            $segments[] = ['id' => 'transit', 'name' => 'Transit', 'vlan' => 99, 'subnets' => [['prefix' => '10.255.255.0/24']]];
        }

        return $segments;
    }

    /** @return list<array<string, mixed>> */
    private function routers(int $count, int $routers): array
    {
        $list = [];
        for ($r = 0; $r < $routers; ++$r) {
            $interfaces = $routes = [];
            for ($s = 0; $s < $count; ++$s) {
                $owner = intdiv($s, self::SEGMENTS_PER_ROUTER);
                if ($owner === $r) {
                    $interfaces[] = ['segment' => 'seg-'.$s, 'address' => self::net($s).'.1/24'];
                } else {
                    $routes[] = ['to' => self::net($s).'.0/24', 'via' => '10.255.255.'.($owner + 1)];
                }
            }
            if ($routers > 1) {
                $interfaces[] = ['segment' => 'transit', 'address' => '10.255.255.'.($r + 1).'/24'];
            }
            $list[] = [
                'id' => 'router-'.$r,
                'name' => 'Router '.$r,
                'interfaces' => $interfaces,
                'routes' => $routes,
                'rules' => [
                    ...$this->rules($count, $routers),
                    ['action' => 'deny', 'from' => 'any', 'to' => 'any', 'protocol' => 'tcp', 'ports' => '23'],
                ],
            ];
        }

        return $list;
    }

    /** @return list<array<string, mixed>> one router's share: most of them about a segment and a service, some about parts of it */
    private function rules(int $segments, int $routers): array
    {
        $rules = [];
        $share = max(0, intdiv(intdiv($this->devices, 25), $routers) - 1);
        for ($n = 0; $n < $share; ++$n) {
            $from = self::net($this->random->getInt(0, $segments - 1));
            $to = self::net($this->random->getInt(0, $segments - 1));
            $rules[] = [
                'action' => 0 === $n % 3 ? 'deny' : 'permit',
                'from' => 0 === $n % 7 ? $from.'.0/25' : $from.'.0/24',
                'to' => 0 === $n % 5 ? 'any' : $to.'.0/24',
                'protocol' => ['tcp', 'udp'][$n % 2],
                'ports' => ['80,443', '5060,16384-32767', '554', '1-1024'][$n % 4],
            ];
        }

        return $rules;
    }

    /** @return list<array<string, mixed>> */
    private function devices(int $count): array
    {
        $profiles = ['desk-phone-page', 'ptz-camera-rotary', 'mic-receiver', 'paging-horn', 'room-codec'];
        $stages = ['planned', 'unpacked', 'addressed', 'set-up', 'as-left'];
        $devices = [];
        for ($d = 0; $d < $this->devices; ++$d) {
            $segment = $d % $count;
            $host = 10 + intdiv($d, $count);
            $net = self::net($segment);
            $fault = $this->random->getInt(0, 199);
            $station = 0 === $d;
            $server = 1 === $d;
            $devices[] = [
                'id' => 'dev-'.$d,
                'name' => 'Device '.$d,
                'profile' => $station ? 'mic-station' : ($server ? 'phone-system' : $profiles[$d % \count($profiles)]),
                'location' => 'northpier',
                'serial' => \sprintf('G%d-%06d', $this->seed, $d),
                'hostname' => 'dev-'.$d,
                'interfaces' => [
                    [
                        'name' => 'lan',
                        'mac' => \sprintf(
                            '02:47:%02x:%02x:%02x:%02x',
                            $this->seed & 0xFF,
                            ($d >> 16) & 0xFF,
                            ($d >> 8) & 0xFF,
                            $d & 0xFF,
                        ),
                        'segment' => 'seg-'.$segment,
                        'mode' => 'static',
                        'address' => \sprintf('%s.%d/%d', $net, $host, 1 === $fault && !$station ? 16 : 24),
                        'gateway' => 0 === $fault && !$station ? null : $net.'.1',
                    ],
                ],
                'settings' => $station ? ['poll-list' => ['10.47.0.1-10.48.255.254']] : new \stdClass(),
                'firmware' => null,
                'stage' => $stages[$this->random->getInt(0, 4)],
                'password' => 2 === $fault ? 'as-shipped' : 'changed',
            ];
        }

        return $devices;
    }

    /** @return list<array<string, mixed>> */
    private function extensions(): array
    {
        $extensions = [];
        for ($d = 5, $number = 2000; $d < $this->devices && $number < 2100; $d += 5, ++$number) {
            $extensions[] = ['number' => (string) $number, 'name' => 'Phone '.$number, 'device' => 'dev-'.$d, 'server' => 'dev-1'];
        }

        return $extensions;
    }

    /** @return list<array<string, mixed>> */
    private function intents(int $count): array
    {
        $intents = [];
        if ($this->devices > 2) {
            $intents[] = [
                'id' => 'find-receivers',
                'name' => 'Station finds every receiver',
                'kind' => 'manage',
                'from' => ['device:dev-0'],
                'to' => ['profile:mic-receiver'],
                'expect' => 'must',
            ];
            $intents[] = [
                'id' => 'register-all',
                'name' => 'Phones register',
                'kind' => 'register',
                'from' => ['profile:desk-phone-page'],
                'to' => ['device:dev-1'],
                'expect' => 'must',
            ];
        }
        $many = $this->intents ?? intdiv($this->devices, 17);
        for ($n = \count($intents); $n < $many; ++$n) {
            $from = $n % $count;
            $to = ($n * 7 + 1) % $count;
            $intents[] = match ($n % 6) {
                0 => [
                    'id' => 'no-telnet-'.$n,
                    'name' => \sprintf('Nobody in segment %d opens port 23 in segment %d', $from, $to),
                    'kind' => 'reach',
                    'from' => ['segment:seg-'.$from],
                    'to' => ['segment:seg-'.$to],
                    'service' => 'tcp/23',
                    'expect' => 'must-not',
                ],
                1 => [
                    'id' => 'pages-'.$n,
                    'name' => \sprintf('Segment %d opens the pages of the cameras', $from),
                    'kind' => 'reach',
                    'from' => ['segment:seg-'.$from],
                    'to' => ['profile:ptz-camera-rotary'],
                    'service' => 'tcp/80',
                    'expect' => 'must',
                ],
                2 => [
                    'id' => 'calls-'.$n,
                    'name' => \sprintf('Extension %d calls %d', 2000 + ($n % 100), 2000 + (($n + 1) % 100)),
                    'kind' => 'call',
                    'from' => ['extension:'.(2000 + ($n % 100))],
                    'to' => ['extension:'.(2000 + (($n + 1) % 100))],
                    'expect' => 'must',
                ],
                default => [
                    'id' => 'echo-'.$n,
                    'name' => \sprintf('Segment %d reaches segment %d', $from, $to),
                    'kind' => 'reach',
                    'from' => ['segment:seg-'.$from],
                    'to' => ['segment:seg-'.$to],
                    'service' => 'icmp',
                    'expect' => 'must',
                ],
            };
        }

        return $intents;
    }

    private static function net(int $segment): string
    {
        return \sprintf('10.%d.%d', 47 + intdiv($segment, 250), $segment % 250);
    }
}
