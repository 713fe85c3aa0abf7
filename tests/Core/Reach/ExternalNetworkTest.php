<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Verdict;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

/** What lies outside the plan answers as far as our side, its upstream router and private addresses let it. */
final class ExternalNetworkTest extends TestCase
{
    private const WEB = ['interface' => '198.51.100.2', 'protocol' => 'tcp', 'port' => 443, 'to' => '10.47.1.10', 'toPort' => 443];

    /** @return iterable<string, array{Job, string, string, string, string, string|null}> asker, asked, service, outcome, cause */
    public static function cases(): iterable
    {
        $internet = ['kind' => 'internet'];
        yield 'out, translated' => [self::site($internet), 'x', '203.0.113.5', 'tcp/443', 'ok', null];
        yield 'nothing said' => [self::site([]), 'x', '203.0.113.5', 'tcp/443', 'no-neighbour', 'next-hop-silent'];
        yield 'nobody answers a private address' => [
            self::site($internet, ['masquerade' => false]), 'x', '203.0.113.5', 'tcp/443', 'lost-reply', 'private-address',
        ];
        yield 'nobody outside has a private address' => [
            self::site($internet), 'x', '172.16.9.9', 'icmp', 'no-neighbour', 'private-address',
        ];
        yield 'a free address of the plan is not outside' => [
            self::site($internet), 'x', '10.47.1.77', 'icmp', 'no-neighbour', 'nobody-there',
        ];
        yield 'in, by a port forward' => [
            self::site($internet, forwards: [self::WEB]), '203.0.113.5', '198.51.100.2', 'tcp/443', 'ok', null,
        ];
        yield 'in, and nothing forwarded' => [
            self::site($internet), '203.0.113.5', '198.51.100.2', 'tcp/443', 'refused', 'nobody-listens',
        ];
        yield 'in, not let in' => [
            self::site($internet + ['open' => false, 'inbound' => ['udp/5060']], forwards: [self::WEB]),
            '203.0.113.5', '198.51.100.2', 'tcp/443', 'filtered', 'filter-rule',
        ];
        yield 'in, let in' => [
            self::site($internet + ['open' => false, 'inbound' => ['tcp/400-500']], forwards: [self::WEB]),
            '203.0.113.5', '198.51.100.2', 'tcp/443', 'ok', null,
        ];
        yield 'not let in, but an answer' => [self::site($internet + ['open' => false]), 'x', '203.0.113.5', 'tcp/443', 'ok', null];
        yield 'a private address from outside' => [
            self::site($internet), '203.0.113.5', '10.47.1.10', 'icmp', 'no-neighbour', 'private-address',
        ];
        $provider = ['provider' => ['in' => ['wan' => '198.51.100.1/29']]];
        yield 'the provider\'s router in the plan' => [self::site($internet, more: $provider), 'x', '203.0.113.5', 'tcp/443', 'ok', null];
        yield 'its own filter counts' => [
            self::site($internet, more: ['provider' => $provider['provider'] + ['defaultAction' => 'deny']]),
            'x', '203.0.113.5', 'tcp/443', 'filtered', 'filter-default',
        ];
        $translated = ['kind' => 'internet', 'nat' => '203.0.113.77', 'forwardsTo' => '10.47.1.10'];
        yield 'out, translated upstream' => [self::direct($translated), 'x', '203.0.113.5', 'udp/5060', 'ok', null];
        yield 'in, forwarded upstream' => [self::direct($translated), '203.0.113.5', '203.0.113.77', 'tcp/443', 'ok', null];
        yield 'in, not forwarded upstream' => [
            self::direct(['open' => false, 'inbound' => ['udp/5060']] + $translated),
            '203.0.113.5', '203.0.113.77', 'tcp/443', 'refused', 'nobody-listens',
        ];
        $client = ['kind' => 'other-network', 'networks' => ['10.8.0.0/16']];
        yield 'another network without a return route' => [
            self::site($client, ['masquerade' => false]), 'x', '10.8.3.3', 'tcp/443', 'lost-reply', null,
        ];
        yield 'another network with one' => [
            self::site($client + ['returnRoutes' => ['10.47.1.0/24']], ['masquerade' => false]), 'x', '10.8.3.3', 'tcp/443', 'ok', null,
        ];
        $hidden = $client + ['nat' => '10.8.0.9'];
        yield 'another network that translates' => [self::direct($hidden), 'x', '10.8.3.3', 'tcp/443', 'ok', null];
        yield 'has no way to our own addresses' => [
            self::direct($hidden), '10.8.3.3', '10.47.1.10', 'tcp/443', 'no-neighbour', 'route-missing',
        ];
        yield 'what does not lie there' => [self::site($client), 'x', '203.0.113.5', 'tcp/443', 'no-route', 'route-missing'];
    }

    #[DataProvider('cases')]
    public function testAsFarAsOurSideGoes(Job $job, string $from, string $to, string $service, string $outcome, ?string $rule): void
    {
        foreach (FindingWords::sets($job) as $named) {
            FindingWords::assertCause(self::ask($named, $from, $to, $service)->cause, $named);
        }
        $verdict = self::ask($job, $from, $to, $service);
        self::assertSame($outcome, $verdict->outcome->value, $verdict->cause->text ?? '');
        if (null !== $rule) {
            self::assertSame($rule, $verdict->cause?->rule->value);
        }
        self::assertSame('ok' === $outcome, $verdict->replied && null === $verdict->cause);
    }

    public function testTwoSitesMeetOnTheInternet(): void
    {
        $job = Jobs::make(
            [
                'a' => '10.47.1.0/24', 'a-out' => ['prefix' => '198.51.100.0/29', 'external' => ['kind' => 'internet']],
                'b' => '10.47.2.0/24', 'b-out' => ['prefix' => '192.0.2.0/29', 'external' => ['kind' => 'internet']],
            ],
            [
                'x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'y' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1'], 'if' => ['listens' => ['tcp/443']]],
            ],
            [
                'ra' => self::edge(in: 'a', inside: '10.47.1.1/24', out: 'a-out', outside: '198.51.100.2/29', via: '198.51.100.1'),
                'rb' => self::edge(in: 'b', inside: '10.47.2.1/24', out: 'b-out', outside: '192.0.2.2/29', via: '192.0.2.1')
                    + ['forwards' => [['interface' => '192.0.2.2', 'to' => '10.47.2.10'] + self::WEB]],
            ],
        );
        $verdict = self::ask($job, from: 'x', to: '192.0.2.2', service: 'tcp/443');
        self::assertSame('ok', $verdict->outcome->value, $verdict->cause->text ?? '');
        self::assertSame(['x', 'ra', '/upstream/a-out', '/upstream/b-out', 'rb', 'y'], $verdict->hops);
        self::assertNotSame(
            'ok',
            self::ask($job, from: 'x', to: '10.47.2.10', service: 'tcp/443')->outcome->value,
            'private addresses are not routed',
        );
    }

    public function testAnIntentNamesAnAddressOutside(): void
    {
        $site = self::site(['kind' => 'internet'], intents: [[
            'id' => 'web', 'name' => 'Web', 'kind' => 'reach', 'service' => 'tcp/443',
            'from' => ['device:x'], 'to' => ['address:203.0.113.5'],
        ], [
            'id' => 'no', 'name' => 'Not in', 'kind' => 'reach', 'service' => 'tcp/443', 'expect' => 'must-not',
            'from' => ['address:203.0.113.5'], 'to' => ['address:198.51.100.2'],
        ]], forwards: [self::WEB]);
        $prover = new Prover($site);
        $found = $how = [];
        foreach ($site->intents as $intent) {
            [$group] = $prover->intent($intent)->groups;
            $found[$intent->id] = $group->span->value;
            $how[$intent->id] = $prover->pair($intent, new Pair($group->from[0], $group->to[0]))->how;
        }
        self::assertSame(['web' => 'through', 'no' => 'leak'], $found);
        self::assertStringContainsString('how it replies is not known', $how['web']);
    }

    public function testOnlyWhatIsOutsideIsAHostOutside(): void
    {
        $network = Topology::network(self::site(['kind' => 'internet']));
        self::assertTrue($network->node('203.0.113.5')?->isExternal);
        foreach (['172.16.9.9', '10.47.1.77', '198.51.100.5', '224.0.0.9', 'nobody'] as $id) {
            self::assertNull($network->node($id), $id);
        }
    }

    public function testForwardsNeedAPublicAddress(): void
    {
        $this->expectException(InvalidFile::class);
        self::direct(['kind' => 'internet', 'forwardsTo' => '10.47.1.10']);
    }

    private static function ask(Job $job, string $from, string $to, string $service): Verdict
    {
        $network = Topology::network($job);
        $asker = $network->node($from);
        self::assertNotNull($asker);

        return (new Exchange($network))->ask($asker, Ipv4Address::fromString($to), Service::fromString($service));
    }

    /**
     * A unit behind a router of ours, and what lies beyond its outside segment.
     *
     * @param array<string, mixed> $external
     * @param array<string, mixed> $out of the interface there
     * @param list<array<string, mixed>> $forwards
     * @param array<string, array<string, mixed>> $more routers
     * @param list<array<string, mixed>> $intents
     */
    private static function site(array $external, array $out = [], array $forwards = [], array $more = [], array $intents = []): Job
    {
        $edge = self::edge(in: 'lan', inside: '10.47.1.1/24', out: 'wan', outside: '198.51.100.2/29', via: '198.51.100.1');
        $edge['in']['wan'] = $out + $edge['in']['wan'];
        $edge['routes'][0]['to'] = isset($external['networks']) ? '10.8.0.0/16' : '0.0.0.0/0';

        return Jobs::make(
            ['lan' => '10.47.1.0/24', 'wan' => ['prefix' => '198.51.100.0/29', 'external' => $external]],
            ['x' => ['at' => ['lan', '10.47.1.10/24', '10.47.1.1'], 'if' => ['listens' => ['tcp/443', 'udp/5060']]]],
            ['r' => ['forwards' => $forwards] + $edge] + $more,
            $intents,
        );
    }

    /**
     * @return array{
     *     in: array<string, array<string, mixed>>,
     *     routes: list<array<string, string>>,
     * } a router that translates what goes out
     */
    private static function edge(string $in, string $inside, string $out, string $outside, string $via): array
    {
        return [
            'in' => [$in => ['address' => $inside], $out => ['address' => $outside, 'masquerade' => true]],
            'routes' => [['to' => '0.0.0.0/0', 'via' => $via]],
        ];
    }

    /**
     * A unit in the very segment that leads out.
     *
     * @param array<string, mixed> $external
     */
    private static function direct(array $external): Job
    {
        return Jobs::make(
            ['lan' => ['prefix' => '10.47.1.0/24', 'external' => $external]],
            ['x' => ['at' => ['lan', '10.47.1.10/24', '10.47.1.1'], 'if' => ['listens' => ['tcp/443', 'udp/5060']]]],
        );
    }
}
