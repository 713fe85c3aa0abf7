<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Repair;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Core\Repair\Responsible;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\TwoSites;

/** The smallest change for each kind of fault, and that it mends. */
final class RepairTest extends TestCase
{
    private const REACH = [
        'id' => 'i',
        'kind' => 'reach',
        'from' => ['device:x'],
        'to' => ['device:y'],
        'service' => 'udp/7000',
    ];
    private const PAIR = [
        'x' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
        'y' => [
            'at' => ['b', '10.47.2.10/24', '10.47.2.1'],
            'if' => ['listens' => ['udp/7000', 'udp/5004'], 'joins' => ['239.192.1.1']],
        ],
    ];

    /** @return iterable<string, array{Job, PairVerdict, string, Responsible}> */
    public static function faults(): iterable
    {
        $job = self::job(...);
        yield 'a rule' => [
            $job(['rules' => [['action' => 'deny', 'protocol' => 'udp', 'ports' => '6000-8000']]]),
            PairVerdict::Filtered,
            'On r permit udp port 7000 from 10.47.1.0/24 to 10.47.2.0/24',
            Responsible::Client,
        ];
        // The permit stands before both denials, or the first of them goes on stopping it.
        yield 'two rules' => [
            $job(
                [
                    'rules' => [
                        ['action' => 'deny', 'to' => '10.47.2.11/32'],
                        ['action' => 'deny', 'protocol' => 'udp', 'ports' => '6000-8000'],
                    ],
                ],
                ['z' => ['at' => ['b', '10.47.2.11/24', '10.47.2.1'], 'if' => ['listens' => ['udp/7000']]]],
                ['to' => ['device:y', 'device:z']],
            ),
            PairVerdict::Filtered,
            'On r permit udp port 7000 from 10.47.1.0/24 to 10.47.2.0/24',
            Responsible::Client,
        ];
        yield 'a default' => [
            $job(['defaultAction' => 'deny']),
            PairVerdict::Filtered,
            'On r permit udp port 7000 from 10.47.1.0/24 to 10.47.2.0/24',
            Responsible::Client,
        ];
        yield 'answers of a stateless filter' => [
            $job([
                'defaultAction' => 'deny',
                'stateful' => false,
                'rules' => [['action' => 'permit', 'protocol' => 'udp', 'ports' => '7000']],
            ]),
            PairVerdict::NoReply,
            'Make the filter of r stateful, so that replies to permitted requests pass',
            Responsible::Client,
        ];
        yield 'two owners' => [
            $job([], ['z' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1']]]),
            PairVerdict::TwoOwners,
            'Set the address of z to 10.47.2.2',
            Responsible::Us,
        ];
        yield 'a group nobody passes on' => [
            $job([], [], ['kind' => 'stream', 'service' => null]),
            PairVerdict::NotFound,
            'On r enable multicast routing between a and b',
            Responsible::Client,
        ];
        yield 'memberships that fade' => [
            $job(
                [
                    'in' => [
                        'a' => ['address' => '10.47.1.1/24', 'multicast' => true],
                        'b' => ['address' => '10.47.2.1/24', 'multicast' => true],
                    ],
                ],
                [],
                ['kind' => 'stream', 'service' => null],
                ['b' => ['prefix' => '10.47.2.0/24', 'snooping' => true]],
            ),
            PairVerdict::Fades,
            'Enable an IGMP querier in b',
            Responsible::Client,
        ];
        $station = [
            'x' => ['profile' => 'camera-station'] + self::PAIR['x'],
            'y' => ['profile' => 'ptz-camera-rotary', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
        ];
        yield 'service discovery across segments' => [
            $job([], $station, ['kind' => 'discover', 'service' => null]),
            PairVerdict::NotFound,
            'Add 10.47.2.10 to the polling list of x',
            Responsible::Us,
        ];
    }

    /**
     * @param array<string, mixed> $router
     * @param array<string, array<string, mixed>> $hosts
     * @param array<string, mixed> $intent
     * @param array<string, array<string, mixed>> $segments
     */
    private static function job(array $router, array $hosts = [], array $intent = [], array $segments = []): Job
    {
        return Jobs::make(
            $segments + Jobs::TWO,
            array_replace(self::PAIR, $hosts),
            ['r' => $router + Jobs::ROUTER['r']],
            [$intent + self::REACH],
        );
    }

    #[DataProvider('faults')]
    public function testTheSmallestChangeMends(Job $job, PairVerdict $span, string $sentence, Responsible $hands): void
    {
        $before = (new Prover($job))->prove();
        self::assertSame($span, $before->intents['i']->span());
        $repair = (new RepairSearch($job, $before))->forJob()[0];
        self::assertSame([$sentence, $hands], [$repair->sentence, $repair->hands]);
        self::assertSame(Responsible::Client === $hands, '' !== $repair->request);
        self::assertTrue((new Prover($job->with($repair->change)))->prove()->intents['i']->holds());
    }

    /** Two routers, and the second has no way back. */
    public function testAForgottenReturnRouteIsFoundOnTheRouter(): void
    {
        $job = Jobs::make(
            Jobs::TWO + ['t' => '10.47.9.0/24'],
            self::PAIR,
            [
                'near' => [
                    'in' => ['a' => '10.47.1.1/24', 't' => '10.47.9.1/24'],
                    'routes' => [['to' => '10.47.2.0/24', 'via' => '10.47.9.2']],
                ],
                'far' => ['in' => ['b' => '10.47.2.1/24', 't' => '10.47.9.2/24']],
            ],
            [self::REACH],
        );
        $before = (new Prover($job))->prove();
        self::assertSame(
            ['route-missing', 'far'],
            [$before->intents['i']->pairs()[0]->cause?->rule->value, $before->intents['i']->pairs()[0]->cause?->at],
        );
        $repair = (new RepairSearch($job, $before))->forJob()[0];
        self::assertSame('On far add the static route 10.47.1.0/24 via 10.47.9.1', $repair->sentence);
        self::assertStringContainsString("the static route:\n  10.47.1.0/24 via 10.47.9.1", $repair->request);
    }

    /** Neither alone helps: the unit has no gateway, and the router stops it. */
    public function testTwoChangesWhereOneDoesNotDo(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            ['x' => ['at' => ['a', '10.47.1.10/24']]] + self::PAIR,
            ['r' => Jobs::ROUTER['r'] + ['defaultAction' => 'deny']],
            [self::REACH],
        );
        $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0];
        self::assertStringStartsWith('Set gateway 10.47.1.1 on x, and on r permit udp port 7000', $repair->sentence);
        self::assertTrue((new Prover($job->with($repair->change)))->prove()->intents['i']->holds());
        self::assertCount(2, $repair->change->edits);
    }

    /** However much it mends: what opens one pair that must stay apart comes after what opens none. */
    public function testRankingPutsLeaksLast(): void
    {
        $repair = static fn (string $name, int $mends, int $breaks, int $leaks, Responsible $hands = Responsible::Us): Repair => new Repair(
            change: new ChangeSet($name, []),
            sentence: $name,
            hands: $hands,
            request: '',
            mends: $mends,
            breaks: $breaks,
            example: null,
            intents: [],
            leaks: $leaks,
        );
        $all = [
            $repair('opens', 9, 1, 1),
            $repair('client', 2, 0, 0, Responsible::Client),
            $repair('ours', 2, 0, 0),
            $repair('little', 1, 0, 0),
            $repair('breaks', 3, 2, 0),
        ];
        usort($all, Repair::compare(...));
        $order = array_map(static fn (Repair $r): string => $r->sentence, $all);
        self::assertSame(['ours', 'client', 'breaks', 'little', 'opens'], $order);
        self::assertFalse($repair('nothing won', 2, 2, 0)->isWorthwhile());
    }

    /** One change for both: the permits stand before the first of the rules that stop them. */
    public function testPermitsStandBeforeTheFirstDenial(): void
    {
        $job = Jobs::make(Jobs::TWO, [
            'x' => self::PAIR['x'],
            'y' => ['at' => ['b', '10.47.2.10/24', '10.47.2.1'], 'if' => ['listens' => ['tcp/7000', 'udp/7000']]],
        ], ['r' => Jobs::ROUTER['r'] + ['rules' => [
            ['action' => 'deny', 'protocol' => 'tcp'],
            ['action' => 'deny', 'protocol' => 'udp'],
        ]]], [['id' => 'tcp', 'service' => 'tcp/7000'] + self::REACH, self::REACH]);
        $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0];
        self::assertSame(
            'On r permit tcp port 7000 from 10.47.1.0/24 to 10.47.2.0/24 and permit udp port 7000 from 10.47.1.0/24 to 10.47.2.0/24',
            $repair->sentence,
        );
        self::assertStringContainsString('before its rule 1', $repair->request);
        self::assertSame(2, $repair->mends);
    }

    /** Opening a whole subnet would let in who must stay out; the narrow rule comes first, though it mends as much. */
    public function testWhatBreaksAMustNotIsNeverOnTop(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            self::PAIR + ['guest' => ['at' => ['a', '10.47.1.66/24', '10.47.1.1']]],
            ['r' => Jobs::ROUTER['r'] + ['defaultAction' => 'deny']],
            [self::REACH, ['id' => 'apart', 'from' => ['device:guest'], 'expect' => 'must-not'] + self::REACH],
        );
        $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0];
        self::assertSame(['On r permit udp port 7000 from 10.47.1.10/32 to 10.47.2.10/32', 0], [$repair->sentence, $repair->leaks]);
    }

    /**
     * @return iterable<string, array{
     *     0: array<string, mixed>,
     *     1: bool,
     *     2: string,
     *     3: Responsible,
     *     4?: array<string, array<string, mixed>>,
     * }> of the outer segment, whether it is translated, what is proposed, more routers
     */
    public static function waysOut(): iterable
    {
        yield 'nobody has said' => [[], true, 'Enter that wan leads to the internet, through 198.51.100.1', Responsible::Us];
        yield 'private addresses' => [
            ['kind' => 'internet'],
            false,
            'Enable source NAT (masquerade) on r towards wan',
            Responsible::Client,
        ];
        yield 'the provider\'s router in the plan' => [[
        ], true, 'Enter that wan leads to the internet, through 198.51.100.1', Responsible::Us, [
            'provider' => ['in' => ['wan' => '198.51.100.1/29']],
        ]];
    }

    public function testACallByAddressIsMended(): void
    {
        $repaired = static function (Job $job): array {
            $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0] ?? null;

            return [$repair?->sentence, $repair?->hands, $repair?->mends];
        };
        $out = TwoSites::dialling(TwoSites::job([], []), 'near', 'far');
        self::assertSame(['Set the public address of near to 198.51.100.2', Responsible::Us, 1], $repaired($out));
        $in = TwoSites::dialling(TwoSites::job(TwoSites::PUBLIC, []), 'far', 'near');
        self::assertSame(['Forward udp/5060 to near on edge', Responsible::Client, 1], $repaired($in));
    }

    /** Its own address is not the way out of a router that has no route. */
    public function testAMissingRouteIsNotHidden(): void
    {
        $job = Jobs::make(
            ['a' => '192.0.2.0/24', 'wan' => '198.51.100.0/29'],
            ['x' => ['at' => ['a', '192.0.2.10/24', '192.0.2.1']]],
            ['r' => ['in' => ['a' => '192.0.2.1/24', 'wan' => '198.51.100.2/29']]],
            [['to' => ['address:203.0.113.5']] + self::REACH],
        );
        self::assertSame([], (new RepairSearch($job, (new Prover($job))->prove()))->forJob());
    }

    /**
     * @param array<string, mixed> $external
     * @param array<string, array<string, mixed>> $more
     */
    #[DataProvider('waysOut')]
    public function testAWayOutOfThePlan(array $external, bool $translates, string $sentence, Responsible $hands, array $more = []): void
    {
        $job = Jobs::make(
            ['a' => '10.47.1.0/24', 'wan' => ['prefix' => '198.51.100.0/29', 'external' => $external]],
            ['x' => self::PAIR['x']],
            ['r' => [
                'in' => ['a' => '10.47.1.1/24', 'wan' => ['address' => '198.51.100.2/29', 'masquerade' => $translates]],
                'routes' => [['to' => '0.0.0.0/0', 'via' => '198.51.100.1']],
            ]] + $more,
            [['to' => ['address:203.0.113.5']] + self::REACH],
        );
        $repair = (new RepairSearch($job, (new Prover($job))->prove()))->forJob()[0];
        self::assertSame([$sentence, $hands, 1], [$repair->sentence, $repair->hands, $repair->mends]);
    }
}
