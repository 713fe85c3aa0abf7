<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Reach;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Group\Multicast;
use Vorhut\Core\Reach\Walk\Exchange;
use Vorhut\Core\Reach\Walk\Outcome;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Core\Reach\Walk\Verdict;
use Vorhut\Tests\Support\Jobs;

/** What routers and strict hosts do beside forwarding; each of it stands beside a kernel in tests/Kernel. */
final class RouterTruthsTest extends TestCase
{
    private const FAR = ['far' => ['at' => ['b', '10.47.2.20/24', '10.47.2.1'], 'if' => ['listens' => ['udp/7000']]]];

    public function testProxyArpAnswersForWhatLiesBehindAnotherPort(): void
    {
        $hosts = ['near' => ['at' => ['a', '10.47.1.20/16', null]]] + self::FAR;
        $router = static fn (bool $proxy): array => ['r' => ['in' => [
            'a' => ['address' => '10.47.1.1/24', 'proxyArp' => $proxy],
            'b' => '10.47.2.1/24',
        ]]];
        self::assertSame(Outcome::Ok, self::ask(Jobs::make(Jobs::TWO, $hosts, $router(true)), 'near', '10.47.2.20')->outcome);
        self::assertSame(Outcome::NoNeighbour, self::ask(Jobs::make(Jobs::TWO, $hosts, $router(false)), 'near', '10.47.2.20')->outcome);
        $nobody = self::ask(Jobs::make(Jobs::TWO, $hosts, $router(true)), 'near', '10.47.1.99');
        self::assertSame([Outcome::NoNeighbour, ['near']], [$nobody->outcome, $nobody->hops], 'not for the port it came in by');
    }

    public function testAStrictHostTakesNothingThatItsAnswerWouldNotGoBackTo(): void
    {
        $ports = static fn (bool $strict): array => ['interfaces' => [
            ['name' => 'e0', 'segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1'],
            ['name' => 'e1', 'segment' => 'b', 'address' => '10.47.2.21/24', 'reversePath' => $strict],
        ]];
        $job = static fn (bool $strict): Job => Jobs::make(
            [...Jobs::TWO, 'c' => '10.47.3.0/24'],
            ['near' => $ports($strict), 'third' => ['at' => ['c', '10.47.3.9/24', '10.47.3.1']]] + self::FAR,
            ['r' => ['in' => [...Jobs::ROUTER['r']['in'], 'c' => '10.47.3.1/24']]],
        );
        $dropped = self::ask($job(true), 'third', '10.47.2.21');
        self::assertSame([Outcome::Filtered, 'reverse-path'], [$dropped->outcome, $dropped->cause?->rule->value]);
        self::assertSame(Outcome::Ok, self::ask($job(false), 'third', '10.47.2.21')->outcome);
        self::assertSame(Outcome::Ok, self::ask($job(true), 'third', '10.47.1.20')->outcome, 'by the other port');
        self::assertSame(Outcome::Ok, self::ask($job(true), 'far', '10.47.2.21')->outcome, 'a neighbour');
    }

    public function testARouterKeepsWhatItTakesForItsBroadcast(): void
    {
        $job = Jobs::make(Jobs::TWO, [
            'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
            'edge' => ['at' => ['b', '10.47.2.255/23', '10.47.2.1']],
        ], Jobs::ROUTER);
        $there = self::ask($job, 'near', '10.47.2.255');
        self::assertSame(
            [true, false, ['r'], Outcome::LostReply, 'kept-as-broadcast'],
            [$there->delivered, $there->replied, $there->by, $there->outcome, $there->cause?->rule->value],
        );
        $back = self::ask($job, 'edge', '10.47.1.20');
        self::assertSame([['near'], Outcome::LostReply, 'r'], [$back->by, $back->outcome, $back->cause?->at]);
    }

    /** Found by a comparison with a kernel: strict hosts are strict with answers that come as a broadcast, too. */
    public function testAStrictHostDropsAnAnswerByBroadcastThatItWouldReachByAnotherPort(): void
    {
        $ask = static function (bool $strict): Verdict {
            $exchange = new Exchange(Topology::network(Jobs::make(Jobs::TWO, [
                'edge' => ['interfaces' => [
                    ['name' => 'e0', 'segment' => 'b', 'address' => '10.47.2.255/24', 'reversePath' => $strict],
                    ['name' => 'e1', 'segment' => 'a', 'address' => '10.47.1.20/24'],
                ]],
                'peer' => ['at' => ['b', '10.47.2.20/24'], 'if' => ['extraAddresses' => ['10.47.1.9/24']]],
            ])));
            $edge = $exchange->network->nodes['edge'];

            return $exchange->ask($edge, Ipv4Address::fromString('10.47.1.9'), Service::fromString('icmp'), $edge->ports[0]);
        };
        self::assertSame(Outcome::Ok, $ask(false)->outcome);
        self::assertSame([Outcome::LostReply, 'reverse-path'], [$ask(true)->outcome, $ask(true)->cause?->rule->value]);
    }

    /** A filter remembers only what it has let out itself: an answer by another router is new to it. */
    public function testAFilterThatDidNotSeeTheQuestionStopsTheAnswer(): void
    {
        $job = static fn (string $gateway): Job => Jobs::make(Jobs::TWO, [
            'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1']],
            'far' => ['at' => ['b', '10.47.2.20/24', $gateway], 'if' => ['listens' => ['udp/7000']]],
        ], [
            'r' => ['in' => Jobs::ROUTER['r']['in']],
            'q' => [
                'in' => ['a' => '10.47.1.2/24', 'b' => '10.47.2.2/24'],
                'rules' => [['action' => 'deny', 'from' => '10.47.2.0/24']],
                'stateful' => true,
            ],
        ]);
        $lost = self::ask($job('10.47.2.2'), from: 'near', to: '10.47.2.20', service: 'udp/7000');
        self::assertSame([Outcome::LostReply, 'q', 'filter-rule'], [$lost->outcome, $lost->cause?->at, $lost->cause?->rule->value]);
        self::assertSame(Outcome::Ok, self::ask($job('10.47.2.1'), from: 'near', to: '10.47.2.20', service: 'udp/7000')->outcome);
    }

    /** The forward belongs to the port that has its address. */
    public function testAForwardAskedFromInsideIsTheRoutersOwn(): void
    {
        $forward = ['interface' => '10.47.2.1', 'protocol' => 'udp', 'port' => 7000, 'to' => '10.47.1.20', 'toPort' => 7000];
        $job = Jobs::make(Jobs::TWO, [
            'near' => ['at' => ['a', '10.47.1.20/24', '10.47.1.1'], 'if' => ['listens' => ['udp/7000']]],
            'beside' => ['at' => ['a', '10.47.1.30/24', '10.47.1.1']],
        ] + self::FAR, ['r' => ['in' => Jobs::ROUTER['r']['in'], 'forwards' => [$forward]]]);
        self::assertSame(['near'], self::ask($job, from: 'far', to: '10.47.2.1', service: 'udp/7000')->by);
        $inside = self::ask($job, from: 'beside', to: '10.47.2.1', service: 'udp/7000');
        self::assertSame([['r'], Outcome::Refused], [$inside->by, $inside->outcome]);
    }

    /** Asked by one port for the address of its other, a station sends it out, and throws away what comes back as its own. */
    public function testNobodyTakesWhatCarriesTheirOwnAddress(): void
    {
        $job = Jobs::make(Jobs::TWO, [
            'two' => ['interfaces' => [
                ['name' => 'e0', 'segment' => 'a', 'address' => '10.47.1.20/24', 'gateway' => '10.47.1.1'],
                ['name' => 'e1', 'segment' => 'b', 'address' => '10.47.2.21/24'],
            ]],
        ], ['r' => Jobs::ROUTER['r']]);
        $exchange = new Exchange(Topology::network($job));
        $two = $exchange->network->nodes['two'];
        $other = Ipv4Address::fromString('10.47.2.21');
        self::assertSame(Outcome::Ok, $exchange->ask($two, $other, Service::fromString('icmp'))->outcome);
        $bound = $exchange->ask($two, $other, Service::fromString('icmp'), $two->ports[0]);
        self::assertSame(['own-source', 'two'], [$bound->cause?->rule->value, $bound->cause?->at]);
    }

    public function testEveryHostBelongsToTheGroupOfAllHosts(): void
    {
        $job = Jobs::make(['a' => '10.47.1.0/24'], [
            'x' => ['at' => ['a', '10.47.1.2/24']],
            'hears' => ['at' => ['a', '10.47.1.3/24'], 'if' => ['listens' => ['udp/7000'], 'joins' => []]],
            'deaf' => ['at' => ['a', '10.47.1.4/24'], 'if' => ['listens' => ['udp/7001'], 'joins' => []]],
        ]);
        $exchange = new Exchange(Topology::network($job));
        $heard = static fn (string $group): array => array_keys(
            (new Multicast($exchange))->send($exchange->network->nodes['x'], Ipv4Address::fromString($group), 7000, 1)->heard,
        );
        self::assertSame(['hears'], $heard('224.0.0.1'));
        self::assertSame([], $heard('224.0.0.2'));
    }

    /** Leases come through a relay only where the server is reached and its answer comes back. */
    public function testARelayBringsLeasesOnlyFromAServerThatAnswers(): void
    {
        $job = static function (string $relay, ?string $gateway, array $listens = ['udp/67']): Job {
            $job = Jobs::make(Jobs::TWO, [
                'server' => ['at' => ['b', '10.47.2.5/24', $gateway], 'if' => ['listens' => $listens]],
                'unit' => ['interfaces' => [['segment' => 'a', 'mode' => 'dhcp']]],
                'kept' => ['interfaces' => [['segment' => 'a', 'mode' => 'reserved', 'address' => '10.47.1.9/24']]],
                'fixed' => ['at' => ['a', '10.47.1.8/24']],
            ], ['r' => ['in' => ['a' => ['address' => '10.47.1.1/24', 'relay' => $relay], 'b' => '10.47.2.1/24']]]);
            $subnets = [['prefix' => '10.47.1.0/24', 'gateway' => '10.47.1.1', 'dhcp' => ['10.47.1.100-110']]];

            return $job->with(new ChangeSet('', [$job->edit(Segment::class, 'a', ['subnets' => $subnets])]));
        };
        $addresses = static fn (Job $job): array => array_map(
            static fn (string $id): bool => null !== Topology::network($job)->nodes[$id]->firstAddress(),
            ['unit', 'kept', 'fixed'],
        );
        $found = static fn (Job $job): bool => [] !== array_filter(
            Check::run($job),
            static fn (Finding $f): bool => 'relay-unanswered' === $f->rule,
        );
        foreach (
            [
                'served' => [$job('10.47.2.5', '10.47.2.1'), true],
                'nobody there' => [$job('10.47.2.6', '10.47.2.1'), false],
                'no way back' => [$job('10.47.2.5', null), false],
                'no server' => [$job('10.47.2.5', '10.47.2.1', []), false],
            ] as $what => [$plan, $served]
        ) {
            self::assertSame([$served, $served, true], $addresses($plan), $what);
            self::assertSame(!$served, $found($plan), $what);
        }
    }

    private static function ask(Job $job, string $from, string $to, string $service = 'icmp'): Verdict
    {
        $exchange = new Exchange(Topology::network($job));

        return $exchange->ask($exchange->network->nodes[$from], Ipv4Address::fromString($to), Service::fromString($service));
    }
}
