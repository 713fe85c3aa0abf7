<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Network;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;
use Vorhut\Core\Reach\Walk\Trace;
use Vorhut\Core\Reach\Walk\Verdict;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

/** Requests and answers over small topologies, each as a kernel with the same configuration would treat them. */
final class ExchangeTest extends TestCase
{
    private const A = ['at' => ['a', '10.47.1.10/24', '10.47.1.1']];
    private const B = ['at' => ['b', '10.47.2.10/24', '10.47.2.1'], 'if' => ['listens' => ['tcp/80']]];

    /**
     * @return iterable<string, array{
     *     0: array<string, array<string, mixed>>,
     *     1: string,
     *     2: string,
     *     3: string,
     *     4: string|null,
     *     5?: array<string, array<string, mixed>>,
     *     6?: string,
     * }> hosts, asker, target, outcome, rule, routers, service
     */
    public static function cases(): iterable
    {
        yield 'neighbours need no gateway' => [
            ['x' => ['at' => ['a', '10.47.1.10/24']], 'y' => ['at' => ['a', '10.47.1.11/24']]],
            'x',
            '10.47.1.11',
            'ok',
            null,
        ];
        yield 'across the router' => [['x' => self::A, 'y' => self::B], 'x', '10.47.2.10', 'ok', null];
        yield 'service that is listened on' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'ok',
            null,
            Jobs::ROUTER,
            'tcp/80',
        ];
        $byAnother = Jobs::ROUTER + ['q' => ['in' => [
            'a' => ['address' => '10.47.1.2/24', 'masquerade' => true], 'b' => '10.47.2.2/24',
        ]]];
        $back = ['x' => self::A, 'y' => ['at' => ['b', '10.47.2.10/24', '10.47.2.2']] + self::B];
        $verdicts = [
            'tcp/80' => ['lost-reply', 'answer-from-elsewhere'],
            'tcp/81' => ['refused', 'nobody-listens'],
            'icmp' => ['ok', null],
        ];
        foreach ($verdicts as $what => [$is, $why]) {
            yield $what.', and back by a router that translates' => [$back, 'x', '10.47.2.10', $is, $why, $byAnother, $what];
        }
        yield 'service nobody listens on' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'refused',
            'nobody-listens',
            Jobs::ROUTER,
            'udp/5060',
        ];
        yield 'sender without gateway' => [
            ['x' => ['at' => ['a', '10.47.1.10/24']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-route',
            'gateway-missing',
        ];
        yield 'answerer without gateway' => [
            ['x' => self::A, 'y' => ['at' => ['b', '10.47.2.10/24']]],
            'x',
            '10.47.2.10',
            'lost-reply',
            'gateway-missing',
        ];
        yield 'gateway outside the own prefix' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.9.1']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-route',
            'gateway-off-link',
        ];
        yield 'gateway is the broadcast address' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.255']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-route',
            'gateway-is-broadcast',
        ];
        yield 'nobody is the gateway' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.2']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-neighbour',
            'gateway-silent',
        ];
        yield 'the gateway is a host' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.11']], 'z' => ['at' => ['a', '10.47.1.11/24']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-route',
            'not-a-router',
        ];
        yield 'mask too wide at the sender' => [
            ['x' => ['at' => ['a', '10.47.1.10/16', '10.47.1.1']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-neighbour',
            'mask-too-wide',
        ];
        yield 'mask too wide at the answerer' => [
            ['x' => self::A, 'y' => ['at' => ['b', '10.47.2.10/16', '10.47.2.1']]],
            'x',
            '10.47.2.10',
            'lost-reply',
            'mask-too-wide',
        ];
        yield 'mask too narrow goes by the gateway and comes back by the same port' => [
            ['x' => ['at' => ['a', '10.47.1.10/28', '10.47.1.1']], 'y' => ['at' => ['a', '10.47.1.99/24']]],
            'x',
            '10.47.1.99',
            'ok',
            null,
        ];
        yield 'mask too narrow and the gateway beyond it' => [
            ['x' => ['at' => ['a', '10.47.1.20/30', '10.47.1.1']], 'y' => ['at' => ['a', '10.47.1.99/24']]],
            'x',
            '10.47.1.99',
            'no-route',
            'gateway-off-link',
        ];
        yield 'nobody there' => [['x' => self::A, 'y' => self::B], 'x', '10.47.2.77', 'no-neighbour', 'nobody-there'];
        yield 'nowhere' => [['x' => self::A, 'y' => self::B], 'x', '198.51.100.1', 'no-route', 'route-missing'];
        yield 'two owners' => [
            ['x' => self::A, 'y' => self::B, 'z' => self::B],
            'x',
            '10.47.2.10',
            'ambiguous',
            'two-owners',
        ];
        yield 'the asker is one of two' => [
            ['x' => self::A, 'w' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'ambiguous',
            'two-owners',
        ];
        yield 'own address' => [['x' => self::A], 'x', '10.47.1.10', 'ok', null];
        yield 'the router itself' => [['x' => self::A], 'x', '10.47.1.1', 'ok', null];
        yield 'the router\'s far leg' => [['x' => self::A], 'x', '10.47.2.1', 'ok', null];
        yield 'network unplugged' => [
            ['x' => ['interfaces' => [['segment' => null, 'address' => '10.47.1.10/24']]], 'y' => self::B],
            'x',
            '10.47.1.11',
            'no-route',
            'not-connected',
        ];
        yield 'own broadcast address' => [['x' => self::A], 'x', '10.47.1.255', 'no-route', 'destination-is-broadcast'];
        // Gateway equal to the own address: everything is on-link, so a stranger on the same wire is found if it can answer.
        yield 'own address as gateway, stranger on the wire' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.10']], 'y' => ['at' => ['a', '10.47.9.9/24', '10.47.9.9']]],
            'x',
            '10.47.9.9',
            'ok',
            null,
        ];
        yield 'own address as gateway, behind a router' => [
            ['x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.10']], 'y' => self::B],
            'x',
            '10.47.2.10',
            'no-neighbour',
            'mask-too-wide',
        ];
        yield 'denied' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'filtered',
            'filter-rule',
            self::rules([['action' => 'deny', 'from' => '10.47.1.0/24', 'protocol' => 'icmp']]),
        ];
        yield 'first match counts' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'ok',
            null,
            self::rules([['action' => 'permit', 'protocol' => 'tcp', 'ports' => '70-90'], ['action' => 'deny']]),
            'tcp/80',
        ];
        yield 'default deny' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'filtered',
            'filter-default',
            self::rules([], ['defaultAction' => 'deny']),
        ];
        yield 'the answer to what was permitted passes' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'ok',
            null,
            self::rules([['action' => 'permit', 'from' => '10.47.1.0/24']], ['defaultAction' => 'deny']),
        ];
        yield 'unless the filter is stateless' => [
            ['x' => self::A, 'y' => self::B],
            'x',
            '10.47.2.10',
            'lost-reply',
            'filter-default',
            self::rules([['action' => 'permit', 'from' => '10.47.1.0/24']], ['defaultAction' => 'deny', 'stateful' => false]),
        ];
        yield 'a filter leaves the router\'s own addresses alone' => [
            ['x' => self::A],
            'x',
            '10.47.2.1',
            'ok',
            null,
            self::rules([], ['defaultAction' => 'deny']),
        ];
    }

    /**
     * @param array<string, array<string, mixed>> $hosts
     * @param array<string, array<string, mixed>> $routers
     */
    #[DataProvider('cases')]
    public function testVerdict(
        array $hosts,
        string $from,
        string $to,
        string $outcome,
        ?string $rule,
        array $routers = Jobs::ROUTER,
        string $service = 'icmp',
    ): void {
        $job = Jobs::make(Jobs::TWO, $hosts, $routers);
        foreach (FindingWords::sets($job) as $named) {
            $cause = self::ask($named, $from, $to, $service)->cause;
            FindingWords::assertCause($cause, $named);
            self::assertSame($rule, $cause?->rule->value, 'a name changes no cause');
        }
        $verdict = self::ask($job, $from, $to, $service);
        self::assertSame([$outcome, $rule], [$verdict->outcome->value, $verdict->cause?->rule->value], $verdict->cause->text ?? '');
        if ('ambiguous' !== $outcome) {
            self::assertSame(\in_array($outcome, ['ok', 'refused', 'lost-reply'], true), $verdict->delivered);
        }
    }

    public function testChainsOfRoutersAndAForgottenWayBack(): void
    {
        $segments = ['a' => '10.47.1.0/24', 't' => '10.47.5.0/29', 'b' => '10.47.2.0/24'];
        $hosts = ['x' => self::A, 'y' => self::B];
        $near = ['in' => ['a' => '10.47.1.1/24', 't' => '10.47.5.1/29'], 'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.5.2']]];
        $far = ['in' => ['b' => '10.47.2.1/24', 't' => '10.47.5.2/29']];
        $forgotten = self::ask(Jobs::make($segments, $hosts, ['near' => $near, 'far' => $far]), 'x', '10.47.2.10');
        self::assertSame(
            [Outcome::LostReply, 'route-missing', 'far'],
            [$forgotten->outcome, $forgotten->cause?->rule->value, $forgotten->cause?->at],
        );
        self::assertSame(['x', 'near', 'far', 'y'], $forgotten->hops);
        $whole = self::ask(
            Jobs::make($segments, $hosts, [
                'near' => $near,
                'far' => [...$far, 'routes' => [['to' => '10.47.0.0/16', 'via' => '10.47.5.1']]],
            ]),
            'x',
            '10.47.2.10',
        );
        self::assertTrue($whole->isOk());
        $circle = self::ask(
            Jobs::make($segments, $hosts, [
                'near' => [...$near, 'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.5.2']]],
                'far' => [...$far, 'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.5.1']]],
            ]),
            'x',
            '203.0.113.9',
        );
        self::assertSame('routing-loop', $circle->cause?->rule->value);
    }

    public function testTheLongestPrefixWins(): void
    {
        $segments = ['a' => '10.47.1.0/24', 't' => '10.47.5.0/29', 'b' => '10.47.2.0/24'];
        $routers = [
            'near' => [
                'in' => ['a' => '10.47.1.1/24', 't' => '10.47.5.1/29'],
                'routes' => [
                    ['to' => '10.47.0.0/16', 'via' => '10.47.5.6'],
                    ['to' => '10.47.2.0/24', 'via' => '10.47.5.2'],
                ],
            ],
            'far' => [
                'in' => ['b' => '10.47.2.1/24', 't' => '10.47.5.2/29'],
                'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.5.1']],
            ],
        ];
        self::assertTrue(
            self::ask(Jobs::make($segments, ['x' => self::A, 'y' => self::B], $routers), 'x', '10.47.2.10')->isOk(),
        );
    }

    /** A weak host (RFC 1122, section 3.3.4.2) answers on any port for any of its addresses. */
    public function testAHostWithTwoPortsAnswersByItsOwnTable(): void
    {
        $two = [
            'interfaces' => [
                ['name' => 'one', 'segment' => 'a', 'address' => '10.47.1.20/24'],
                ['name' => 'two', 'segment' => 'b', 'address' => '10.47.2.20/24', 'gateway' => '10.47.2.1'],
            ],
        ];
        $job = Jobs::make(
            Jobs::TWO,
            ['x' => self::A, 'w' => $two, 's' => ['at' => ['a', '10.47.1.30/24', '10.47.1.30']]],
            Jobs::ROUTER,
        );
        // Reached by way of the router at its far address, it answers from its near port: the source stays right.
        self::assertTrue(self::ask($job, 'x', '10.47.2.20')->isOk());
        // Asked over the wire for the address of its other port, it answers ARP.
        self::assertTrue(self::ask($job, 's', '10.47.2.20')->isOk());
        $bound = (new Exchange($network = new Network($job)))->ask(
            $network->nodes['w'],
            Ipv4Address::fromString('10.47.1.10'),
            Service::fromString('icmp'),
            $network->nodes['w']->port('two'),
        );
        self::assertSame(['w', 'r', 'x'], $bound->hops);
    }

    public function testMasqueradingLetsOutAndOnlyAForwardLetsIn(): void
    {
        $segments = ['in' => '10.47.1.0/24', 'out' => '198.51.100.0/24'];
        $hosts = [
            'x' => ['at' => ['in', '10.47.1.10/24', '10.47.1.1'], 'if' => ['listens' => ['tcp/443']]],
            'y' => ['at' => ['out', '198.51.100.9/24'], 'if' => ['listens' => ['tcp/443']]],
        ];
        $router = [
            'interfaces' => [
                ['segment' => 'in', 'address' => '10.47.1.1/24'],
                ['segment' => 'out', 'address' => '198.51.100.2/24', 'masquerade' => true],
            ],
            'forwards' => [
                [
                    'interface' => '198.51.100.2',
                    'protocol' => 'tcp',
                    'port' => 8443,
                    'to' => '10.47.1.10',
                    'toPort' => 443,
                ],
            ],
        ];
        $job = Jobs::make($segments, $hosts, ['r' => $router]);
        self::assertTrue(
            self::ask($job, from: 'x', to: '198.51.100.9', service: 'tcp/443')->isOk(),
            'the far side answers the router, which hands it on',
        );
        self::assertSame('gateway-missing', self::ask($job, from: 'y', to: '10.47.1.10', service: 'tcp/443')->cause?->rule->value);
        $forwarded = self::ask($job, from: 'y', to: '198.51.100.2', service: 'tcp/8443');
        self::assertTrue($forwarded->isOk(), $forwarded->cause->text ?? '');
        self::assertSame(['x'], $forwarded->by);
    }

    /** A range of ports is handed on as a whole, each port to its own inside; the ports beside it are not. */
    public function testAForwardOfARange(): void
    {
        $segments = ['in' => '10.47.1.0/24', 'out' => '198.51.100.0/24'];
        $hosts = [
            'x' => ['at' => ['in', '10.47.1.10/24', '10.47.1.1'], 'if' => ['listens' => ['udp/26000-26199']]],
            'y' => ['at' => ['out', '198.51.100.9/24']],
        ];
        $forward = [
            'interface' => '198.51.100.2', 'protocol' => 'udp', 'port' => 16000, 'lastPort' => 16199,
            'to' => '10.47.1.10', 'toPort' => 26000,
        ];
        $job = Jobs::make($segments, $hosts, ['r' => [
            'interfaces' => [['segment' => 'in', 'address' => '10.47.1.1/24'], ['segment' => 'out', 'address' => '198.51.100.2/24']],
            'forwards' => [$forward],
        ]]);
        foreach ([15999 => false, 16000 => true, 16100 => true, 16199 => true, 16200 => false] as $port => $isOk) {
            self::assertSame($isOk, self::ask($job, 'y', '198.51.100.2', 'udp/'.$port)->isOk(), (string) $port);
        }
    }

    public function testLeasedAndLinkLocalUnitsTakePart(): void
    {
        $segments = [
            [
                'id' => 'a',
                'subnets' => [
                    ['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1', 'dhcp' => ['10.47.1.100-10.47.1.101']],
                ],
            ],
        ];
        $leased = ['mode' => 'dhcp', 'segment' => 'a'];
        $job = \Vorhut\Core\Exchange\JobFile::read(
            \Vorhut\Core\Record\Json::line([
                'format' => 'vorhut-job',
                'version' => 1,
                'job' => ['name' => 'x'],
                'segments' => $segments,
                'routers' => [['id' => 'r', 'interfaces' => [['segment' => 'a', 'address' => '10.47.1.1/24']]]],
                'devices' => [
                    ['id' => 'one', 'profile' => 'generic-host', 'interfaces' => [$leased]],
                    ['id' => 'two', 'profile' => 'generic-host', 'interfaces' => [$leased]],
                    ['id' => 'three', 'profile' => 'generic-host', 'interfaces' => [$leased]],
                    [
                        'id' => 'll-1',
                        'profile' => 'generic-host',
                        'interfaces' => [['mode' => 'link-local', 'segment' => 'a']],
                    ],
                    [
                        'id' => 'll-2',
                        'profile' => 'generic-host',
                        'interfaces' => [['mode' => 'link-local', 'segment' => 'a']],
                    ],
                ],
            ]),
            \Vorhut\App\Plan\ShippedProfiles::load(),
        );
        $network = new Network($job);
        self::assertSame('10.47.1.100/24', (string) $network->nodes['one']->ports[0]->primary());
        self::assertNull($network->nodes['three']->firstAddress(), 'the range holds two');
        self::assertTrue(self::ask($job, 'one', '10.47.1.101')->isOk());
        self::assertTrue(self::ask($job, 'll-1', (string) $network->nodes['ll-2']->ports[0]->primary()?->address)->isOk());
    }

    public function testATraceTellsEveryDecisionAndStopsAtTheCause(): void
    {
        $job = Jobs::make(Jobs::TWO, ['x' => self::A, 'y' => ['at' => ['b', '10.47.2.10/24']]], Jobs::ROUTER);
        $network = new Network($job);
        $trace = new Trace();
        (new Exchange($network))->ask(
            asker: $network->nodes['x'],
            target: Ipv4Address::fromString('10.47.2.10'),
            service: Service::fromString('icmp'),
            by: null,
            trace: $trace,
        );
        self::assertSame(['x', 'r', 'y', 'y'], array_column($trace->steps, 'at'));
        self::assertSame([true, true, true, false], array_column($trace->steps, 'ok'));
        self::assertSame(
            [PathDirection::Request, PathDirection::Request, PathDirection::Request, PathDirection::Reply],
            array_column($trace->steps, 'leg'),
        );
        self::assertSame(
            'y cannot reply to 10.47.1.10: it is outside the subnet 10.47.2.0/24, and no gateway is set',
            $trace->steps[3]->text,
        );
        self::assertSame('10.47.2.0/24', $trace->steps[3]->values['prefix']);
    }

    /**
     * @param list<array<string, mixed>> $rules
     * @param array<string, mixed> $more
     *
     * @return array<string, array<string, mixed>>
     */
    private static function rules(array $rules, array $more = []): array
    {
        return ['r' => ['in' => Jobs::ROUTER['r']['in'], 'rules' => $rules, ...$more]];
    }

    private static function ask(Job $job, string $from, string $to, string $service = 'icmp'): Verdict
    {
        $network = new Network($job);

        return (new Exchange($network))->ask($network->nodes[$from], Ipv4Address::fromString($to), Service::fromString($service));
    }
}
