<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Findings\Check;
use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Rules;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\FindingWords;
use Vorhut\Tests\Support\Jobs;

final class CheckTest extends TestCase
{
    public function testTheDemoHoldsItsPlantedMistakesAndNothingElse(): void
    {
        $found = array_map(
            static fn (Finding $f): string => $f->rule
                .' '
                .implode(',', $f->devices)
                .([] === $f->devices ? $f->segment : ''),
            Check::run(Jobs::demo(), null, new \DateTimeImmutable('2026-11-26')),
        );
        self::assertSame(
            [
                'duplicate-address horn-pier-b,horn-spare',
                'mask-differs receiver-2',
                'gateway-missing receiver-3',
                'gateway-missing receiver-4',
                'gateway-elsewhere ticket-6',
                'address-in-dhcp-range ramp-phone',
                'two-interfaces-one-subnet recorder',
                'duplicate-mac horn-7,horn-8',
                'duplicate-hostname berth-2,hall-camera',
                'no-dispatchable-location crew-phone',
                'snooping-without-querier sound',
                'return-route-missing slip-router',
                'shared-factory-address berth-4,berth-5',
                'value-open crew-bar',
                'value-open crew-panel',
                'value-against-rule horn-3',
                'pairing-broken customs-fax,pbx',
                'pairing-broken hall-music,zones',
                'firmware-mixed crew-panel,crew-bar',
                'module-missing pbx,lift-phone',
                'unlock-ending zones',
                'licence-misfit customs-fax',
                'default-password ticket-6',
                'default-password horn-pier-b',
                'default-password slip-phone',
                'time-unreachable ticket-6',
                'time-unreachable slip-phone,slip-camera,tide-cam',
                'supply-wrong arrivals',
                'ambient-limit hut-phone',
                'ambient-limit hut-camera',
                'help-not-reached ',
                'number-clash horn-1',
                'route-never-taken ',
                'trunk-ends-differ pbx',
                'trunk-ends-differ pbx',
                'trunk-too-narrow pbx',
                'cable-too-long berth-2',
                'power-short berth-2',
                'link-overloaded ',
                'uplink-too-thin tide-cam',
                'too-warm-inside tide-cam',
                'slots-shared ',
                'scene-moves hall-scenes',
                'sample-rates-differ announcer,ceremony-desk',
                'rack-top-heavy ',
                'sites-beyond-licence codec',
                'site-not-listed codec,crew-bar',
                'outside-cannot-call codec',
            ],
            $found,
        );
    }

    public function testEachFindingOfTheDemoIsTwoSentencesWhateverThingsAreCalled(): void
    {
        FindingWords::assertRead(Jobs::demo(), null, new \DateTimeImmutable('2026-11-26'));
    }

    public function testTheCleanJobHasNone(): void
    {
        self::assertSame([], Check::run(JobFile::read(Jobs::demoText('skerry-slip'), ShippedProfiles::load())));
    }

    /** Taking every change that is offered leaves no finding that offered one. */
    public function testOfferedChangesMendWhatTheyAreOfferedFor(): void
    {
        $job = Jobs::demo();
        $offered = 0;
        $all = Check::run($job);
        foreach ($all as $finding) {
            if (null !== $finding->change) {
                ++$offered;
                $left = array_map(static fn (Finding $f): string => $f->id(), Check::run($job->with($finding->change)));
                self::assertNotContains($finding->id(), $left, $finding->title);
                self::assertLessThan(\count($all), \count($left), $finding->title.' was traded for another');
            }
        }
        self::assertGreaterThanOrEqual(10, $offered);
    }

    /**
     * Rule, device in segment a (10.47.1.0/24, leases .200-.220), and a device that must not be found.
     *
     * @return iterable<string, array{string, string, string}>
     */
    public static function singles(): iterable
    {
        yield 'outside' => ['address-outside-subnet', '"address":"10.47.9.9/24"', '"address":"10.47.1.9/24"'];
        yield 'link-local is not outside' => ['mask-differs', '"address":"10.47.1.9/25"', '"address":"169.254.3.4/16"'];
        yield 'network address' => [
            'network-or-broadcast-address',
            '"address":"10.47.1.0/24"',
            '"address":"10.47.1.254/24"',
        ];
        yield 'broadcast address' => [
            'network-or-broadcast-address',
            '"address":"10.47.1.255/24"',
            '"address":"10.47.1.1/24","mode":"dhcp"',
        ];
        yield 'leased' => [
            'address-in-dhcp-range',
            '"address":"10.47.1.210/24"',
            '"address":"10.47.1.210/24","mode":"reserved"',
        ];
        yield 'wrong gateway' => [
            'gateway-elsewhere',
            '"address":"10.47.1.9/24","gateway":"10.47.1.7"',
            '"address":"10.47.1.9/24","gateway":"10.47.1.9"',
        ];
        yield 'router\'s address' => ['duplicate-address', '"address":"10.47.1.1/24"', '"address":"10.47.1.2/24"'];
    }

    #[DataProvider('singles')]
    public function testRuleFindsAndLeavesAlone(string $rule, string $bad, string $good): void
    {
        FindingWords::assertRead(self::job($bad), $rule);
        self::assertContains($rule, self::rules(self::job($bad)));
        self::assertNotContains($rule, self::rules(self::job($good)));
    }

    public function testTheSameAddressInTwoSegmentsIsNotADuplicate(): void
    {
        $job = Jobs::make(
            ['a' => '10.47.1.0/24', 'b' => '192.168.0.0/24'],
            ['x' => ['at' => ['a', '169.254.1.1/16']], 'y' => ['at' => ['b', '169.254.1.1/16']]],
        );
        self::assertNotContains('duplicate-address', self::rules($job));
    }

    public function testAFactoryAddressThatIsLiveIsFoundUntilTheUnitHasMoved(): void
    {
        $job = static fn (string $stage): Job => Jobs::make(
            ['a' => '192.0.2.0/24'],
            [
                'printer' => ['at' => ['a', '192.0.2.80/24'], 'stage' => 'as-left'],
                'camera' => ['profile' => 'ptz-camera-rotary', 'at' => ['a', '192.0.2.21/24'], 'stage' => $stage],
            ],
        );
        self::assertContains('factory-address-live', self::rules($job('planned')));
        self::assertNotContains('factory-address-live', self::rules($job('addressed')));
    }

    public function testAGatewayIsMissedOnlyWhereAnIntentCrosses(): void
    {
        $intent = static fn (string $to, string $expect = 'must'): array => [
            ['id' => 'i', 'kind' => 'reach', 'from' => ['device:x'], 'to' => ['device:'.$to], 'expect' => $expect],
        ];
        self::assertContains('gateway-missing', self::rules(self::crossing($intent('z'))));
        self::assertNotContains('gateway-missing', self::rules(self::crossing($intent('y'))));
        self::assertNotContains('gateway-missing', self::rules(self::crossing($intent('z', 'must-not'))));
    }

    public function testOverlapsAndUnservedGatewaysOfSegments(): void
    {
        $rules = self::rules(Jobs::make(['a' => '10.47.0.0/16', 'b' => '10.47.2.0/24'], []));
        self::assertContains('overlapping-subnets', $rules);
        self::assertContains('gateway-unserved', $rules);
        self::assertNotContains('overlapping-subnets', self::rules(Jobs::make(Jobs::TWO, [])));
        $nested = ['a' => '10.0.0.0/8', 'b' => '10.1.0.0/16', 'c' => '10.2.0.0/16', 'd' => '192.0.2.0/24'];
        $told = array_filter(Check::run(Jobs::make($nested, [])), static fn (Finding $f): bool => 'overlapping-subnets' === $f->rule);
        self::assertSame(['b', 'c'], array_values(array_map(static fn (Finding $f): ?string => $f->segment, $told)));
    }

    /** Whoever has done least moves; what is as left stays, and is not told to. */
    public function testOfTwoOnOneAddressTheOneThatIsAsLeftStays(): void
    {
        $job = static fn (string $one, string $two): Job => Jobs::make(['a' => '10.47.1.0/24'], [
            'one' => ['at' => ['a', '10.47.1.9/24'], 'stage' => $one],
            'two' => ['at' => ['a', '10.47.1.9/24'], 'stage' => $two],
        ]);
        $moved = static function (Job $job): ?string {
            $finding = Check::run($job)[0];
            self::assertSame('duplicate-address', $finding->rule);

            return null === $finding->change ? null : $finding->change->edits[0]->id;
        };
        self::assertSame('one', $moved($job('planned', 'as-left')));
        self::assertSame('two', $moved($job('as-left', 'planned')));
        self::assertSame('two', $moved($job('planned', 'planned')));
        self::assertSame('one', $moved($job('unpacked', 'set-up')));
        self::assertNull($moved($job('as-left', 'as-left')));
    }

    public function testTwoRoutersOnOneAddressAreFound(): void
    {
        $routers = ['r' => ['in' => ['a' => '10.47.1.1/24']], 's' => ['in' => ['a' => '10.47.1.1/24']]];
        $findings = Check::run(Jobs::make(['a' => '10.47.1.0/24'], [], $routers));
        self::assertSame(['duplicate-address', ['r', 's']], [$findings[0]->rule, $findings[0]->devices]);
    }

    /** A host answers for its addresses on every port it has, so the other port's segment counts, too. */
    public function testAnAddressThatTwoAnswerForIsFoundThoughTheyHaveItInTwoSegments(): void
    {
        $job = Jobs::make(Jobs::TWO, [
            'x' => ['interfaces' => [
                ['segment' => 'a', 'address' => '10.47.1.9/24'],
                ['segment' => 'b', 'address' => '10.47.2.8/24'],
            ]],
            'y' => ['at' => ['b', '10.47.1.9/24']],
        ]);
        self::assertContains('duplicate-address', self::rules($job));
    }

    /** A station that has a port there needs no gateway, nor does who asks the router it stands beside. */
    public function testNoGatewayIsMissedWhereNoneIsNeeded(): void
    {
        $station = ['interfaces' => [
            ['segment' => 'a', 'address' => '10.47.1.5/24'],
            ['segment' => 'b', 'address' => '10.47.2.5/24'],
        ]];
        $unit = ['at' => ['b', '10.47.2.20/24']];
        $rules = static fn (string $from, string $to): array => self::rules(Jobs::make(
            Jobs::TWO,
            ['station' => $station, 'unit' => $unit],
            Jobs::ROUTER,
            [['id' => 'i', 'kind' => 'reach', 'from' => [$from], 'to' => [$to]]],
        ));
        self::assertNotContains('gateway-missing', $rules('device:station', 'device:unit'));
        self::assertNotContains('gateway-missing', $rules('device:unit', 'device:station'));
        self::assertNotContains('gateway-missing', $rules('device:unit', 'address:10.47.2.1'));
        self::assertContains('gateway-missing', $rules('device:unit', 'address:10.47.1.1'));
    }

    /** Somebody answers at the address of the gateway, but passes nothing on. */
    public function testAHostIsNoGateway(): void
    {
        $job = static fn (string $gateway): Job => Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', '10.47.1.9/24', $gateway]], 'y' => ['at' => ['a', '10.47.1.7/24']]],
            ['r' => ['in' => ['a' => ['address' => '10.47.1.1/24', 'extraAddresses' => ['10.47.1.2/24']], 'b' => '10.47.2.1/24']]],
        );
        self::assertContains('gateway-elsewhere', self::rules($job('10.47.1.7')));
        self::assertNotContains('gateway-elsewhere', self::rules($job('10.47.1.2')));
    }

    /** A router whose prefix is too narrow looks for a neighbour elsewhere, and answers for it. */
    public function testARouterAnswersForNeighboursOnlyIfItLooksForThemElsewhere(): void
    {
        $job = static fn (string $own): Job => Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', '10.47.1.200/24']]],
            ['r' => [
                'in' => ['a' => ['address' => $own, 'proxyArp' => true], 'b' => '10.47.2.1/24'],
                'routes' => [['to' => '0.0.0.0/0', 'via' => '10.47.2.254']],
            ]],
        );
        self::assertContains('proxy-arp-for-neighbour', self::rules($job('10.47.1.1/25')));
        self::assertNotContains('proxy-arp-for-neighbour', self::rules($job('10.47.1.1/24')));
    }

    public function testAUnitThatInsistsOnAGatewayIsFoundWithoutOne(): void
    {
        $job = static fn (?string $gateway): Job => Jobs::make(
            ['a' => '10.47.1.0/24'],
            ['x' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.9/24', $gateway]]],
        );
        self::assertContains('gateway-required', self::rules($job(null)));
        self::assertNotContains('gateway-required', self::rules($job('10.47.1.1')));
    }

    /** Who masquerades on the way there, or towards the subnet in question, needs no way back for it. */
    public function testAWayBackIsNotMissedBehindAMasquerade(): void
    {
        $rules = static fn (array $near, array $transit): array => self::rules(Jobs::make(
            Jobs::TWO + ['t' => '10.47.9.0/24'],
            [],
            [
                'near' => [
                    'in' => ['a' => ['address' => '10.47.1.1/24'] + $near, 't' => ['address' => '10.47.9.1/24'] + $transit],
                    'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.9.2']],
                ],
                'far' => ['in' => ['b' => '10.47.2.1/24', 't' => '10.47.9.2/24']],
            ],
        ));
        $masquerade = ['masquerade' => true];
        self::assertContains('return-route-missing', $rules([], []));
        self::assertNotContains('return-route-missing', $rules([], $masquerade));
        self::assertNotContains('return-route-missing', $rules($masquerade, []));
    }

    public function testRuleIdsAreUnique(): void
    {
        $ids = array_map(static fn (Rule $r): string => $r->about()->id, Rules::all());
        self::assertSame($ids, array_unique($ids));
        self::assertGreaterThanOrEqual(10, \count($ids));
    }

    /** @param list<array<string, mixed>> $intents */
    private static function crossing(array $intents): Job
    {
        return Jobs::make(
            Jobs::TWO,
            [
                'x' => ['at' => ['a', '10.47.1.10/24']],
                'y' => ['at' => ['a', '10.47.1.11/24']],
                'z' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1']],
            ],
            Jobs::ROUTER,
            $intents,
        );
    }

    private static function job(string $interface): Job
    {
        return JobFile::read(
            '{"format":"vorhut-job","version":1,"job":{"name":"n"},"segments":[{"id":"a",'
            .'"subnets":[{"prefix":"10.47.1.0/24","gateway":"10.47.1.1","dhcp":["10.47.1.200-220"]}]}],'
            .'"routers":[{"id":"r","interfaces":[{"segment":"a","address":"10.47.1.1/24"}]}],"devices":[{"id":"d",'
            .'"profile":"generic-host","interfaces":[{"segment":"a",'
                .$interface
                .'}]}]}',
            ShippedProfiles::load(),
        );
    }

    /** @return list<string> */
    private static function rules(Job $job): array
    {
        self::assertNotSame('', Json::line($job->frame));

        return array_map(static fn (Finding $f): string => $f->rule, Check::run($job));
    }
}
