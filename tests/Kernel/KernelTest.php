<?php

declare(strict_types=1);

namespace Vorhut\Tests\Kernel;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Group\Reception;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Tests\Support\Jobs;

/** The engine's verdicts beside those of this machine's kernel, on topologies made in namespaces. */
final class KernelTest extends TestCase
{
    private const LISTENS = ['listens' => ['udp/7000', 'udp/5060', 'udp/7001', 'tcp/7000', 'tcp/5060']];

    protected function setUp(): void
    {
        $missing = KernelLab::missing();
        if (null !== $missing) {
            fwrite(\STDERR, "\n*** NOT COMPARED WITH A KERNEL: $missing ***\n");
            self::markTestSkipped('Not compared with a kernel: '.$missing);
        }
    }

    /** @return iterable<string, array{array<string, array<string, mixed>>, array<string, array<string, mixed>>}> hosts and routers */
    public static function slips(): iterable
    {
        $two = Jobs::ROUTER;
        $far = ['far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.1']]];
        foreach (
            [
                'none' => null,
                'right' => '10.47.1.1',
                'its own address' => '10.47.1.20',
                'off-link' => '10.47.9.1',
                'network address' => '10.47.1.0',
                'broadcast address' => '10.47.1.255',
                'nobody there' => '10.47.1.77',
                'a host' => '10.47.1.30',
            ] as $what => $gateway
        ) {
            yield 'gateway: '.$what => [
                [
                    'near' => ['at' => ['a', '10.47.1.20/24', $gateway]],
                    'other' => ['at' => ['a', '10.47.1.30/24', '10.47.1.1']],
                ] + $far,
                $two,
            ];
        }
        foreach (
            ['too short' => '/16', 'too long' => '/28', 'thirty' => '/30', 'thirty-one' => '/31', 'thirty-two' => '/32'] as $what => $mask
        ) {
            yield 'mask: '.$what => [
                [
                    'near' => ['at' => ['a', '10.47.1.20'.$mask, '10.47.1.1']],
                    'other' => ['at' => ['a', '10.47.1.130/24', '10.47.1.1']],
                    'next' => ['at' => ['a', '10.47.1.21'.$mask]],
                ] + $far,
                $two,
            ];
        }
        foreach (['network address' => '10.47.1.0', 'broadcast address' => '10.47.1.255'] as $what => $address) {
            yield 'a unit on the '.$what => [
                [
                    'near' => ['at' => ['a', $address.'/24', '10.47.1.1']],
                    'other' => ['at' => ['a', '10.47.1.30/24', '10.47.1.1']],
                ] + $far,
                $two,
            ];
        }
        yield 'link-local beside static' => [
            [
                'near' => ['at' => ['a', '169.254.7.7/16']],
                'other' => [
                    'at' => ['a', '10.47.1.30/24', '10.47.1.1'],
                    'if' => ['extraAddresses' => ['169.254.9.9/16']],
                ],
            ] + $far,
            $two,
        ];
        yield 'two ports in one subnet' => [
            [
                'near' => [
                    'interfaces' => [
                        ['name' => 'e0', 'segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1'],
                        ['name' => 'e1', 'segment' => 'b', 'address' => '10.47.1.21/24'],
                    ],
                ],
            ] + $far,
            $two,
        ];
        yield 'answers by the other port' => [
            [
                'near' => [
                    'interfaces' => [
                        ['name' => 'e0', 'segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1'],
                        ['name' => 'e1', 'segment' => 'b', 'address' => '10.47.2.21/24'],
                    ],
                ],
            ] + $far,
            $two,
        ];
        yield 'routers in a circle' => [
            ['near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']]] + $far,
            [
                'r' => ['in' => ['a' => '10.47.1.1/24'], 'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.1.2']]],
                'q' => ['in' => ['a' => '10.47.1.2/24'], 'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.1.1']]],
            ],
        ];
        yield 'no way back' => [
            ['near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']]] + $far,
            [
                'r' => [
                    'in' => ['a' => '10.47.1.1/24', 'c' => '10.47.3.1/24'],
                    'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.3.2']],
                ],
                'q' => ['in' => ['b' => '10.47.2.1/24', 'c' => '10.47.3.2/24']],
            ],
        ];
        foreach ([true, false] as $stateful) {
            yield 'one way permitted, '.($stateful ? 'stateful' : 'stateless') => [
                ['near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']]] + $far,
                [
                    'r' => $two['r'] + [
                        'rules' => [
                            [
                                'action' => 'permit',
                                'from' => '10.47.1.0/24',
                                'to' => 'any',
                                'protocol' => 'udp',
                                'ports' => '7000-7100',
                            ],
                        ],
                        'defaultAction' => 'deny',
                        'stateful' => $stateful,
                    ],
                ],
            ];
        }
        yield 'proxy ARP for who has no gateway' => [
            ['near' => ['at' => ['a', '10.47.1.20/16', null]], 'other' => ['at' => ['a', '10.47.1.30/24', null]]] + $far,
            ['r' => ['in' => ['a' => ['address' => '10.47.1.1/24', 'proxyArp' => true], 'b' => '10.47.2.1/24']]],
        ];
        foreach (['a', 'b'] as $strict) {
            yield 'strict about the way back, by '.$strict => [
                [
                    'near' => [
                        'interfaces' => [
                            [
                                'name' => 'e0',
                                'segment' => 'a',
                                'address' => '10.47.1.20/24',
                                'gateway' => '10.47.1.1',
                                'reversePath' => 'a' === $strict,
                            ],
                            ['name' => 'e1', 'segment' => 'b', 'address' => '10.47.2.21/24', 'reversePath' => 'b' === $strict],
                        ],
                    ],
                    'third' => ['at' => ['c', '10.47.3.9/24', '10.47.3.1']],
                    'wide' => ['at' => ['b', '10.47.1.99/16', '10.47.2.1']],
                ] + $far,
                ['r' => ['in' => $two['r']['in'] + ['c' => '10.47.3.1/24']]],
            ];
        }
        yield 'a router that is strict' => [
            ['near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']], 'odd' => ['at' => ['a', '10.47.2.50/24', '10.47.2.1']]] + $far,
            ['r' => ['in' => [
                'a' => ['address' => '10.47.1.1/24', 'reversePath' => true],
                'b' => ['address' => '10.47.2.1/24', 'reversePath' => true],
            ]]],
        ];
        yield 'a unit whose address the router takes for its broadcast' => [
            [
                'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
                'edge' => ['at' => ['b', '10.47.2.255/23', '10.47.2.1']],
            ] + $far,
            $two,
        ];
        yield 'a host that is no router takes it for its broadcast' => [
            [
                'near' => ['at' => ['a', '10.47.1.20/16', '10.47.1.30']],
                'wide' => ['at' => ['a', '10.47.1.21/25', '10.47.1.30']],
                'other' => ['at' => ['a', '10.47.1.30/24', null]],
                'edge' => ['at' => ['b', '10.47.1.255/24', null]],
            ],
            $two,
        ];
        $routed = ['multicast' => true];
        $receiver = ['joins' => ['239.192.1.1']];
        foreach ([true, false] as $all) {
            yield 'groups through two routers, '.($all ? 'every port' : 'not the last port') => [
                [
                    'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
                    'beside' => ['at' => ['a', '10.47.1.21/24', '10.47.1.1'], 'if' => $receiver],
                    'middle' => ['at' => ['c', '10.47.3.20/24', '10.47.3.1'], 'if' => $receiver],
                    'far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.1'], 'if' => $receiver],
                    'deaf' => ['at' => ['b', '10.47.2.21/24', '10.47.2.1']],
                ],
                [
                    'r' => [
                        'in' => [
                            'a' => ['address' => '10.47.1.1/24'] + $routed,
                            'c' => ['address' => '10.47.3.1/24'] + $routed,
                        ],
                        'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.3.2']],
                    ],
                    'q' => [
                        'in' => [
                            'c' => ['address' => '10.47.3.2/24'] + $routed,
                            'b' => ['address' => '10.47.2.1/24', 'multicast' => $all],
                        ],
                        'routes' => [['to' => '10.47.1.0/24', 'via' => '10.47.3.1']],
                    ],
                ],
            ];
        }
        yield 'a group past a filter' => [
            [
                'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
                'second' => ['at' => ['a', '10.47.1.21/24', '10.47.1.1']],
                'far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.1'], 'if' => $receiver],
            ],
            [
                'r' => [
                    'in' => ['a' => ['address' => '10.47.1.1/24'] + $routed, 'b' => ['address' => '10.47.2.1/24'] + $routed],
                    'rules' => [['action' => 'deny', 'from' => '10.47.1.20/32', 'to' => '239.192.0.0/16']],
                ],
            ],
        ];
        yield 'the answer by a router that translates' => [
            [
                'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
                'far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.2']],
            ],
            $two + ['q' => ['in' => ['a' => ['address' => '10.47.1.2/24', 'masquerade' => true], 'b' => '10.47.2.2/24']]],
        ];
        foreach ([true, false] as $hairpin) {
            yield 'a forward asked for from inside, '.($hairpin ? 'by its address' : 'by its interface') => [
                [
                    'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
                    'beside' => ['at' => ['a', '10.47.1.21/24', '10.47.1.1']],
                    'third' => ['at' => ['c', '10.47.3.20/24', '10.47.3.1']],
                ] + $far,
                ['r' => ['in' => $two['r']['in'] + ['c' => '10.47.3.1/24'], 'forwards' => array_map(
                    static fn (string $protocol): array => [
                        'interface' => '10.47.2.1', 'protocol' => $protocol, 'port' => 7000,
                        'to' => '10.47.1.21', 'toPort' => 5060, 'hairpin' => $hairpin,
                    ],
                    ['udp', 'tcp'],
                )]],
            ];
        }
        yield 'two addresses in the next hop\'s prefix' => [
            ['near' => ['at' => ['a', '10.47.1.20/23', '10.47.1.1'], 'if' => ['extraAddresses' => ['10.47.1.201/24']]]] + $far,
            ['r' => ['in' => ['a' => '10.47.1.1/25', 'b' => '10.47.2.1/24']]],
        ];
        yield 'masquerade and a forward' => [
            ['near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']], 'far' => ['at' => ['b', '10.47.2.20/24', null]]],
            [
                'r' => [
                    'in' => ['a' => '10.47.1.1/24', 'b' => ['address' => '10.47.2.1/24', 'masquerade' => true]],
                    'forwards' => [
                        [
                            'interface' => '10.47.2.1',
                            'protocol' => 'udp',
                            'port' => 7000,
                            'to' => '10.47.1.20',
                            'toPort' => 5060,
                        ],
                    ],
                ],
            ],
        ];
    }

    /**
     * @param array<string, array<string, mixed>> $hosts
     * @param array<string, array<string, mixed>> $routers
     */
    #[DataProvider('slips')]
    public function testEverySlipEndsAsInAKernel(array $hosts, array $routers): void
    {
        foreach ($hosts as $id => $host) {
            if (isset($host['at'])) {
                $more = $host['if'] ?? [];
                $hosts[$id]['if'] = self::LISTENS + (\is_array($more) ? $more : []);
            } elseif (\is_array($host['interfaces'])) {
                $hosts[$id]['interfaces'] = array_map(
                    static fn (mixed $i): array => (\is_array($i) ? $i : []) + self::LISTENS,
                    $host['interfaces'],
                );
            }
        }
        $this->compare(Jobs::make(Jobs::TWO + ['c' => '10.47.3.0/24'], $hosts, $routers), (string) $this->dataName());
    }

    /** @return iterable<string, array{int}> the first ones and those that once differed always, the last ones new each time */
    public static function seeds(): iterable
    {
        $known = [776965429, 561833273, 516661169];
        $new = [random_int(1000, 1 << 30), random_int(1000, 1 << 30), random_int(1000, 1 << 30)];
        foreach ([...range(1, 18), ...$known, ...$new] as $seed) {
            yield 'seed '.$seed => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function testRandomTopologiesEndAsInAKernel(int $seed): void
    {
        $this->compare((new RandomJobs($seed))->job(), 'seed '.$seed);
    }

    /** The querier goes, the memberships age: what fades is heard before and not after, the rest is heard both times. */
    public function testMembershipsFadeAfterTheQuerierAsInAKernel(): void
    {
        $groups = ['239.192.1.1', '224.0.0.200'];
        $member = ['joins' => $groups] + self::LISTENS;
        $hosts = [];
        foreach (['a' => 1, 'b' => 2] as $segment => $n) {
            $hosts += [
                'sender-'.$segment => ['at' => [$segment, "10.47.$n.20/24"], 'if' => self::LISTENS],
                'member-'.$segment => ['at' => [$segment, "10.47.$n.21/24"], 'if' => $member],
                'deaf-'.$segment => ['at' => [$segment, "10.47.$n.22/24"], 'if' => self::LISTENS],
            ];
        }
        $segment = static fn (int $n, bool $querier): array => [
            'prefix' => "10.47.$n.0/24",
            'snooping' => true,
            'querier' => $querier,
        ];
        $job = Jobs::make(['a' => $segment(1, false), 'b' => $segment(2, true)], $hosts);
        $network = Topology::network($job);
        $multicast = new Multicast(new Exchange($network));
        $questions = $expected = [];
        foreach (['a', 'b'] as $at) {
            foreach ($groups as $group) {
                $sender = $network->node('sender-'.$at) ?? self::fail();
                $heard = $multicast->send($sender, Ipv4Address::fromString($group), KernelLab::EVERYBODY, 1)->heard;
                $lasting = array_filter($heard, static fn (Reception $h): bool => !$h->expires);
                foreach (['soon' => $heard, 'late' => $lasting] as $when => $by) {
                    $id = $at.' '.$group.' '.$when;
                    $expected[$id] = array_map(strval(...), array_keys($by));
                    $questions[] = [
                        'id' => $id,
                        'from' => $sender->id,
                        'to' => $group,
                        'port' => KernelLab::EVERYBODY,
                        'device' => 'e0',
                        'shout' => true,
                        'ttl' => 1,
                        'late' => 'late' === $when,
                    ];
                }
            }
        }
        self::assertSame(['member-a'], $expected['a 239.192.1.1 soon']);
        self::assertSame([], $expected['a 239.192.1.1 late']);
        self::assertSame($expected, array_map(static fn (array $a): array => $a['by'], KernelLab::ask($job, $questions, 0.3, true)));
    }

    /** @return iterable<string, array{array<string, mixed>, array<string, mixed>, bool}> of the server, of the router before it */
    public static function relays(): iterable
    {
        $server = ['at' => ['b', '10.47.2.20/24', '10.47.2.1'], 'if' => ['listens' => ['udp/67']]];
        $back = ['routes' => [['to' => '10.47.1.0/24', 'via' => '10.47.3.1']]];
        // Of which address a relay asks is its own affair, so nothing is counted on a filter that remembers the request.
        $deny = static fn (string $to, string $port): array => [
            'stateful' => false,
            'rules' => [['action' => 'deny', 'protocol' => 'udp', 'to' => $to, 'ports' => $port]],
        ];
        yield 'through two routers' => [$server, $back, true];
        yield 'a server without a gateway' => [['at' => ['b', '10.47.2.20/24']] + $server, $back, false];
        yield 'no way back' => [$server, [], false];
        yield 'a filter on the way' => [$server, $back + $deny('10.47.2.0/24', '67'), false];
        yield 'a filter on the way back' => [$server, $back + $deny('10.47.1.0/24', '67'), false];
        yield 'a filter of something else' => [$server, $back + $deny('10.47.2.0/24', '68'), true];
        yield 'another address than the one asked' => [['at' => ['b', '10.47.2.21/24', '10.47.2.1']] + $server, $back, false];
        yield 'nobody serves' => [['if' => ['listens' => []]] + $server, $back, false];
    }

    /**
     * A server's and a relay's daemon, and a unit that asks.
     *
     * @param array<string, mixed> $server
     * @param array<string, mixed> $between
     */
    #[DataProvider('relays')]
    public function testALeaseComesThroughARelayAsInAKernel(array $server, array $between, bool $comes): void
    {
        $job = Jobs::make(
            [
                'a' => '10.47.1.0/24',
                'b' => '10.47.2.0/24',
                'c' => '10.47.3.0/24',
            ],
            ['unit' => ['at' => ['a', null], 'if' => ['mode' => 'dhcp']], 'server' => $server],
            [
                'r' => [
                    'in' => ['a' => ['address' => '10.47.1.1/24', 'relay' => '10.47.2.20'], 'c' => '10.47.3.1/24'],
                    'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.3.2']],
                ],
                'q' => ['in' => ['c' => '10.47.3.2/24', 'b' => '10.47.2.1/24']] + $between,
            ],
        );
        $leased = [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1', 'dhcp' => ['10.47.1.100-120']]];
        $job = $job->with(new ChangeSet('', [$job->edit(Segment::class, 'a', ['subnets' => $leased])]));
        self::assertSame($comes, null !== Topology::network($job)->node('unit')?->firstAddress());
        $files = ['-C', '/dev/null', '-x', '{base}.pid', '-l', '{base}.leases'];
        $daemon = ['dnsmasq', '-k', '-p', '0', '-u', 'root', '-g', 'root', '--no-ping', ...$files];
        $serves = [] !== $job->devices['server']->interfaces[0]->listens;
        $daemons = [
            'r' => [['run' => [...$daemon, '--dhcp-relay=10.47.1.1,10.47.2.20'], 'config' => '']],
            'server' => $serves ? [['run' => [...$daemon, '--dhcp-range=10.47.1.100,10.47.1.120,255.255.255.0'], 'config' => '']] : [],
        ];
        $question = ['id' => 'lease', 'from' => 'unit', 'to' => '255.255.255.255', 'port' => 67, 'device' => 'e0', 'lease' => true];
        $answer = KernelLab::ask($job, [$question], $comes ? 1.0 : 0.5, daemons: $daemons)['lease'];
        self::assertSame([$comes, 0], [[] !== $answer['replied'], $answer['error']]);
    }

    private function compare(Job $job, string $title): void
    {
        $comparison = new Comparison();
        $comparison->run($job, $title);
        if ([] !== $comparison->differences) {
            // A busy machine may be late with an answer; what differs with ample time differs.
            $comparison = new Comparison(1.5);
            $comparison->run($job, $title);
        }
        self::assertSame([], $comparison->differences, implode("\n", $comparison->differences));
        self::assertGreaterThan(5, $comparison->compared);
    }
}
