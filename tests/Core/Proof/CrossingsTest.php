<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Proof\Crossing;
use Vorhut\Core\Proof\Crossings;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Proof\RuleHits;
use Vorhut\Tests\Support\Jobs;

/** What the map of networks tells: what gets where, and which rule decides what. */
final class CrossingsTest extends TestCase
{
    public function testWhatGetsWhereIsAskedOfUnitsMadeUp(): void
    {
        $job = self::job();
        $job = $job->with(new ChangeSet('', [$job->edit(Segment::class, 'bare', ['subnets' => []])]));
        $crossings = Crossings::crossings($job, 'voice', ['voice', 'guests', 'office', 'far', 'bare'], Service::fromString('icmp'));
        self::assertSame(['guests', 'office', 'far'], array_keys($crossings), 'not with itself, not where no subnet is');
        $told = array_map(static fn (Crossing $c): array => [
            $c->verdict->outcome->value,
            $c->routers,
            $c->decided,
            $c->verdict->cause?->rule->value,
        ], $crossings);
        self::assertSame(['filtered', ['core'], [['core', 1]], 'filter-rule'], $told['guests']);
        self::assertSame(['ok', ['core'], [['core', -1]], null], $told['office']);
        self::assertSame(['no-route', ['core'], [], 'route-missing'], $told['far']);
        self::assertSame([], Crossings::crossings($job, 'bare', ['voice'], Service::fromString('icmp')));
        self::assertTrue(Crossings::crossings($job, 'voice', ['guests'], Service::fromString('tcp/443'))['guests']->verdict->isOk());
        self::assertCount(4, $job->devices, 'the plan stays as it is');
    }

    public function testARuleIsTheOneThatDecides(): void
    {
        $job = self::job();
        $hits = RuleHits::fromJob($job, new Prover($job));
        self::assertSame(['web' => 2], $hits->at('core', 0), 'two phones ask one server by its web page');
        self::assertSame(['ping' => 2], $hits->at('core', 1));
        self::assertSame([], $hits->at('core', 2), 'an earlier one has taken it');
        self::assertSame(['home' => 1], $hits->at('core', RuleHits::NONE));
        self::assertTrue($job->routers['core']->rules[1]->covers($job->routers['core']->rules[2]));
        self::assertFalse($job->routers['core']->rules[2]->covers($job->routers['core']->rules[1]), 'of tcp only');
        self::assertFalse($job->routers['core']->rules[0]->covers($job->routers['core']->rules[2]), 'one port of many');
    }

    /** A call takes two rules at the same router: one lets it ring, another lets the sound through. */
    public function testEveryRuleOnTheWayIsCounted(): void
    {
        $any = ['action' => 'permit', 'from' => 'any', 'to' => 'any', 'protocol' => 'udp'];
        $permit = static fn (string $ports): array => ['ports' => $ports] + $any;
        $phone = static fn (string $in, string $address): array => [
            'profile' => 'desk-phone-page',
            'at' => [$in, $address.'.9/24', $address.'.1'],
        ];
        $job = Jobs::make(
            segments: Jobs::TWO,
            hosts: [
                'one' => $phone('a', '10.47.1'),
                'two' => $phone('b', '10.47.2'),
                'pbx' => ['profile' => 'phone-system', 'at' => ['b', '10.47.2.5/24', '10.47.2.1']],
            ],
            routers: ['r' => Jobs::ROUTER['r'] + ['defaultAction' => 'deny', 'rules' => [$permit('5060'), $permit('11000-11019')]]],
            intents: [['id' => 'call', 'kind' => 'call', 'from' => ['device:one'], 'to' => ['device:two']]],
            extensions: [
                ['number' => '2001', 'device' => 'one', 'server' => 'pbx'],
                ['number' => '2002', 'device' => 'two', 'server' => 'pbx'],
            ],
        );
        $hits = RuleHits::fromJob($job, new Prover($job));
        self::assertSame([['call' => 1], ['call' => 1], []], [$hits->at('r', 0), $hits->at('r', 1), $hits->at('r', RuleHits::NONE)]);
    }

    /** The units made up stand on nobody's address and on none that is leased. */
    public function testUnitsMadeUpTakeNothingAway(): void
    {
        $subnet = ['prefix' => '10.47.1.0/29', 'gateway' => '10.47.1.1', 'dhcp' => ['10.47.1.3-10.47.1.5']];
        $job = Jobs::make(
            Jobs::TWO,
            ['owner' => ['at' => ['a', '10.47.1.2/29', '10.47.1.1']]],
            ['r' => ['in' => ['a' => '10.47.1.1/29', 'b' => '10.47.2.1/24']]],
        );
        $job = $job->with(new ChangeSet('', [$job->edit(Segment::class, 'a', ['subnets' => [$subnet]])]));
        $ping = Service::fromString('icmp');
        $crossing = Crossings::crossings($job, 'b', ['a'], $ping)['a'];
        self::assertTrue($crossing->verdict->isOk(), 'by .6, the only one left: at .2 two would answer');
        $last = $job->edit(Segment::class, 'a', ['subnets' => [['dhcp' => ['10.47.1.3-10.47.1.6']] + $subnet]]);
        self::assertSame([], Crossings::crossings($job->with(new ChangeSet('', [$last])), 'b', ['a'], $ping), 'none is free');
    }

    private static function job(): Job
    {
        $rule = static fn (string $action, string $protocol, string $ports = 'any'): array => [
            'action' => $action,
            'from' => '10.47.1.0/24',
            'to' => '10.47.2.0/24',
            'protocol' => $protocol,
            'ports' => $ports,
        ];

        return Jobs::make(
            [
                'voice' => '10.47.1.0/24',
                'guests' => '10.47.2.0/24',
                'office' => '10.47.3.0/24',
                'far' => '10.47.4.0/24',
                'bare' => '10.47.5.0/24',
            ],
            [
                'phone-1' => ['at' => ['voice', '10.47.1.10/24', '10.47.1.1']],
                'phone-2' => ['at' => ['voice', '10.47.1.11/24', '10.47.1.1']],
                'server' => ['at' => ['guests', '10.47.2.10/24', '10.47.2.1'], 'if' => ['listens' => ['tcp/443']]],
                'desk' => ['at' => ['office', '10.47.3.10/24', '10.47.3.1'], 'if' => ['listens' => ['tcp/443']]],
            ],
            [
                'core' => [
                    'in' => ['voice' => '10.47.1.1/24', 'guests' => '10.47.2.1/24', 'office' => '10.47.3.1/24'],
                    'rules' => [$rule('permit', 'tcp', '443'), $rule('deny', 'any'), $rule('permit', 'tcp', '80')],
                ],
            ],
            [
                ['id' => 'web', 'kind' => 'reach', 'from' => ['segment:voice'], 'to' => ['device:server'], 'service' => 'tcp/443'],
                ['id' => 'ping', 'kind' => 'reach', 'from' => ['segment:voice'], 'to' => ['device:server'], 'service' => 'icmp'],
                ['id' => 'home', 'kind' => 'reach', 'from' => ['device:phone-1'], 'to' => ['device:desk'], 'service' => 'tcp/443'],
            ],
        );
    }
}
