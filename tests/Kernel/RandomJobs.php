<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\Core\Job\Job;
use Vorhut\Tests\Support\Jobs;

/** Small topologies with every kind of slip a hand makes, the same for the same seed. */
final class RandomJobs
{
    private const DEFAULT = '0.0.0.0/0';
    private Randomizer $random;
    /** @var array<string, true> */
    private array $used = [];
    /** @var array<string, true> */
    private array $hosts = [];

    public function __construct(int $seed)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    public function job(): Job
    {
        $segments = [];
        $count = $this->random->getInt(1, 4);
        for ($s = 0; $s < $count; ++$s) {
            $segments['s'.$s] = [
                'prefix' => \sprintf('10.47.%d.0/24', $s),
                'snooping' => $this->chance(50),
                'querier' => $this->chance(50),
            ];
        }
        $ids = array_keys($segments);
        $routers = [];
        for ($r = 0, $n = $this->random->getInt(1, 3); $r < $n; ++$r) {
            $in = [];
            foreach ($this->random->pickArrayKeys(range(0, $count - 1), min($count, $this->random->getInt(1, 3))) as $key) {
                $in['s'.$key] = $this->routerPort($key, $r);
            }
            $routers['r'.$r] = ['in' => $in];
        }
        $hosts = [];
        for ($h = 0, $n = $this->random->getInt(3, 6); $h < $n; ++$h) {
            $interfaces = [];
            for ($i = 0, $many = $this->chance(25) ? 2 : 1; $i < $many; ++$i) {
                $interfaces[] = $this->port('e'.$i, $ids, $routers);
            }
            if (\count($interfaces) > 1 && $interfaces[0]['segment'] === $interfaces[1]['segment']) {
                // By which of two ports in one segment a packet comes in is chance, so neither is strict.
                $interfaces = array_map(static fn (array $i): array => ['reversePath' => false] + $i, $interfaces);
            }
            $hosts['h'.$h] = ['interfaces' => $interfaces] + ($this->chance(15) ? ['routes' => [$this->route($routers)]] : []);
        }
        $all = [];
        foreach ($routers as $id => $router) {
            $all[$id] = $router + $this->policy($routers, $id);
        }

        return Jobs::make($segments, $hosts, $all);
    }

    /** @return array<string, mixed> */
    private function routerPort(int $segment, int $router): array
    {
        return ['address' => $this->fresh($segment, 1 + $router).'/'.$this->oneOf([24, 24, 24, 24, 25, 23])]
            + ($this->chance(25) ? ['masquerade' => true] : [])
            + ($this->chance(15) ? ['proxyArp' => true] : [])
            + ($this->chance(10) ? ['reversePath' => true] : [])
            + ($this->chance(30) ? ['multicast' => true] : [])
            + ($this->chance(15) ? ['extraAddresses' => [\sprintf('10.48.%d.%d/24', $segment, 1 + $router)]] : []);
    }

    /**
     * @param array<string, array{in: array<array-key, array<string, mixed>>}> $routers
     *
     * @return array<string, mixed>
     */
    private function policy(array $routers, string $own): array
    {
        $policy = ['routes' => []];
        $others = array_diff_key($routers, [$own => true]);
        for ($i = 0, $n = $this->random->getInt(0, 3); $i < $n && [] !== $others; ++$i) {
            $route = $this->route($others);
            // Of two default routes a kernel takes the one whose gateway has answered lately: no plan shows that.
            if (self::DEFAULT !== $route['to'] || !\in_array(self::DEFAULT, array_column($policy['routes'], 'to'), true)) {
                $policy['routes'][] = $route;
            }
        }
        if ($this->chance(25)) {
            $policy['forwards'] = [
                [
                    'interface' => $this->addressOf([$own => $routers[$own]]),
                    'protocol' => $this->oneOf(['udp', 'udp', 'tcp']),
                    'port' => $this->oneOf([7000, 5060]),
                    'to' => $this->oneOf(array_keys($this->hosts)),
                    'toPort' => $this->oneOf([7000, 5060]),
                    'hairpin' => $this->chance(50),
                ],
            ];
        }
        if ($this->chance(50)) {
            for ($i = 0, $n = $this->random->getInt(1, 3); $i < $n; ++$i) {
                $policy['rules'][] = [
                    'action' => $this->oneOf(['permit', 'deny']),
                    'from' => $this->prefix(),
                    'to' => $this->prefix(),
                    'protocol' => $this->oneOf(['udp', 'udp', 'tcp']),
                    'ports' => $this->oneOf(['7000', '5060', '5000-5100', '1-65535', '7000,7009', '32768-60999']),
                ];
            }
            $policy += ['defaultAction' => $this->oneOf(['permit', 'permit', 'deny']), 'stateful' => $this->chance(60)];
        }

        return $policy;
    }

    /**
     * @param array<string, array{in: array<array-key, array<string, mixed>>}> $routers
     *
     * @return array{to: string, via: string}
     */
    private function route(array $routers): array
    {
        return [
            'to' => $this->oneOf([
                self::DEFAULT,
                '10.47.0.0/16',
                '10.47.1.0/24',
                '10.47.2.0/24',
                '10.47.3.0/25',
                '10.47.0.9/32',
                '10.48.0.0/16',
            ]),
            'via' => $this->addressOf($routers),
        ];
    }

    /**
     * @param list<string> $segments
     * @param array<string, array{in: array<array-key, array<string, mixed>>}> $routers
     *
     * @return array<string, mixed>
     */
    private function port(string $name, array $segments, array $routers): array
    {
        $segment = $this->oneOf($segments);
        $number = (int) substr($segment, 1);
        $base = $this->chance(90) ? $number : $this->random->getInt(0, 3);
        $host = $this->chance(85) ? $this->random->getInt(4, 250) : $this->oneOf([0, 255, 127, 128, 64, 63]);
        $address = $this->fresh($base, $host);
        $this->hosts[$address] = true;
        $length = $this->chance(65) ? 24 : $this->oneOf([23, 22, 16, 25, 26, 30, 31, 32, 8]);
        $gateway = match (true) {
            $this->chance(55) => \sprintf('10.47.%d.%d', $number, $this->random->getInt(1, 3)),
            $this->chance(40) => null,
            $this->chance(30) => $address,
            $this->chance(30) => \sprintf('10.47.%d.%d', $base, $this->oneOf([0, 255])),
            $this->chance(50) => $this->addressOf($routers),
            default => \sprintf('10.47.%d.%d', $base, $this->random->getInt(4, 250)),
        };

        return [
            'name' => $name,
            'segment' => $segment,
            'address' => $address.'/'.$length,
            'gateway' => $gateway,
            'listens' => ['udp/7000', 'udp/5060', 'udp/7001', 'tcp/7000', 'tcp/5060'],
            'reversePath' => $this->chance(10),
            'joins' => $this->oneOf([[], ['239.192.1.1'], ['224.0.0.200', '239.192.1.1'], ['224.0.0.200']]),
        ]
            + ($this->chance(10)
                ? [
                    'extraAddresses' => [
                        $this->fresh($this->random->getInt(0, 3), $this->random->getInt(4, 250)).'/24',
                    ],
                ]
                : []);
    }

    private function prefix(): string
    {
        return $this->oneOf(['any', 'any', '10.47.0.0/24', '10.47.1.0/24', '10.47.2.0/24', '10.47.0.0/25', '10.47.1.128/25']);
    }

    /** @param array<string, array{in: array<array-key, array<string, mixed>>}> $routers */
    private function addressOf(array $routers): string
    {
        $all = [];
        foreach ($routers as $router) {
            foreach ($router['in'] as $port) {
                $all[] = (string) strtok(\is_string($port['address']) ? $port['address'] : '', '/');
            }
        }

        return $this->oneOf($all);
    }

    private function fresh(int $net, int $host): string
    {
        do {
            $address = \sprintf('10.47.%d.%d', $net, $host);
            $host = $this->random->getInt(4, 250);
        } while (isset($this->used[$address]) && !$this->chance(3));
        $this->used[$address] = true;

        return $address;
    }

    /** @phpstan-impure */
    private function chance(int $percent): bool
    {
        return $this->random->getInt(1, 100) <= $percent;
    }

    /**
     * @template T
     *
     * @param list<T> $choices not empty
     *
     * @return T
     */
    private function oneOf(array $choices): mixed
    {
        return $choices[$this->random->getInt(0, \count($choices) - 1)];
    }
}
