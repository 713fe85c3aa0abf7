<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Intent;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairPrediction;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Tests\Support\Jobs;

/** What must not be is kept apart only by what stops it, never by what the plan leaves open. */
final class MustNotTest extends TestCase
{
    private const PERMIT_SIP = [['action' => 'permit', 'protocol' => 'udp', 'ports' => '5060'], ['action' => 'deny']];
    private const BOTH = [
        ['number' => '2001', 'device' => 'one', 'server' => 'pbx'],
        ['number' => '2002', 'device' => 'two', 'server' => 'pbx'],
    ];

    /** @return iterable<string, array{PairPrediction, PairVerdict, string}> */
    public static function calls(): iterable
    {
        yield 'it rings, though no sound would follow' => [self::call(self::PERMIT_SIP), PairVerdict::Leak, 'the path is open'];
        $unanswered = self::call([], extensions: self::BOTH, gateway: null);
        yield 'without a gateway it cannot register and is not rung' => [$unanswered, PairVerdict::KeptApart, ''];
        yield 'nothing of SIP gets through' => [self::call([['action' => 'deny', 'protocol' => 'udp']]), PairVerdict::KeptApart, ''];
        yield 'no extension is no wall' => [self::call([], \array_slice(self::BOTH, 0, 1)), PairVerdict::Untried, 'two has no extension'];
    }

    #[DataProvider('calls')]
    public function testACallIsKeptApartByWhatKeepsItFromRinging(PairPrediction $is, PairVerdict $span, string $how): void
    {
        self::assertSame($span, $is->span);
        self::assertStringContainsString($how, $is->how);
    }

    /** Its registration is heard but never answered, so it has nothing to call with, though the other could be rung. */
    public function testWhoCannotRegisterRingsNobody(): void
    {
        $routers = ['r' => [
            'in' => Jobs::ROUTER['r']['in'],
            'rules' => [['action' => 'deny', 'from' => '10.47.1.5/32', 'to' => '10.47.2.10/32']],
            'stateful' => false,
        ]];
        $job = Jobs::make(
            segments: Jobs::TWO,
            hosts: [
                'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24', '10.47.1.1']],
                'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'two' => ['profile' => 'desk-phone-page', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
            ],
            routers: $routers,
            intents: [
                ['id' => 'i', 'kind' => 'call', 'from' => ['device:two'], 'to' => ['device:one'], 'expect' => 'must-not'],
            ],
            extensions: self::BOTH,
        );
        $is = (new Prover($job))->prove()->intents['i']->pairs()[0];
        self::assertSame([PairVerdict::KeptApart, PairVerdict::NoReply], [$is->span, $is->leaves[0]->span]);
    }

    public function testAUnitThatNoMethodFindsIsStillManagedByItsAddress(): void
    {
        $rules = [['action' => 'permit', 'protocol' => 'tcp', 'ports' => '80'], ['action' => 'deny']];
        self::assertSame(PairVerdict::Leak, self::manage($rules)->span);
        self::assertSame('no-common-method', self::manage($rules, 'must')->cause?->rule->value, 'though nothing finds it');
        self::assertSame(PairVerdict::KeptApart, self::manage([['action' => 'deny']])->span);
    }

    /** Who asks cannot see that the request arrives: its silence speaks against a leak only where an answer would come. */
    public function testSilenceSpeaksAgainstALeakThatWouldAnswer(): void
    {
        $reach = ['kind' => 'reach', 'from' => ['device:guest'], 'to' => ['device:unit'], 'service' => 'tcp/80', 'expect' => 'must-not'];
        $leak = static fn (?string $gateway): PairPrediction => self::only([], [
            'guest' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
            'unit' => ['at' => ['b', '10.47.2.10/24', $gateway], 'if' => ['listens' => ['tcp/80']]],
        ], $reach);
        self::assertSame([PairVerdict::Leak, PairVerdict::Leak], [$leak(null)->span, $leak('10.47.2.1')->span]);
        self::assertFalse($leak(null)->contradicts(PairVerdict::KeptApart));
        self::assertTrue($leak('10.47.2.1')->contradicts(PairVerdict::KeptApart));
        $must = static fn (PairVerdict $span): PairPrediction => new PairPrediction(
            pair: new Pair('guest', 'unit'),
            span: $span,
            cause: null,
            how: '',
            leaves: [],
        );
        self::assertFalse($must(PairVerdict::Through)->contradicts(PairVerdict::Untried));
        self::assertFalse($must(PairVerdict::Untried)->contradicts(PairVerdict::Through));
        self::assertTrue($must(PairVerdict::Through)->contradicts(PairVerdict::NoReply));
    }

    /** Another unit has the same address and stands nearer: it answers, and who is meant has not been reached. */
    public function testWhoAnswersInAnothersPlaceIsNotTheOther(): void
    {
        $asked = static fn (string $expect): PairPrediction => self::only([], [
            'guest' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
            'twin' => ['at' => ['a', '10.47.1.20/24'], 'if' => ['listens' => ['tcp/80']]],
            'unit' => ['at' => ['b', '10.47.1.20/24'], 'if' => ['listens' => ['tcp/80']]],
        ], ['kind' => 'reach', 'from' => ['device:guest'], 'to' => ['device:unit'], 'service' => 'tcp/80', 'expect' => $expect]);
        self::assertSame('twin has 10.47.1.20, too, and receives traffic meant for unit', $asked('must')->cause?->text);
        self::assertFalse($asked('must')->span->holds());
    }

    /** What leaks is the ringing of the called, not the registration of the caller before it: the rule stops that. */
    public function testADenialStopsWhatLeaks(): void
    {
        $job = Jobs::make(
            segments: Jobs::TWO,
            hosts: [
                'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24', '10.47.1.1']],
                'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
                'two' => ['profile' => 'desk-phone-page', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
            ],
            routers: Jobs::ROUTER,
            intents: [
                ['id' => 'i', 'kind' => 'call', 'from' => ['device:one'], 'to' => ['device:two'], 'expect' => 'must-not'],
            ],
            extensions: self::BOTH,
        );
        $repairs = (new RepairSearch($job, (new Prover($job))->prove()))->forJob();
        self::assertSame(
            ['On r deny udp port 5060 from 10.47.1.0/24 to 10.47.2.0/24'],
            array_map(static fn (Repair $r): string => $r->sentence, $repairs),
        );
    }

    public function testAUnitWithoutAddressIsNotKeptApart(): void
    {
        $job = Jobs::make(
            Jobs::TWO,
            ['guest' => ['at' => ['a', '10.47.1.10/24']], 'unit' => ['at' => ['b', null]]],
            Jobs::ROUTER,
            array_map(
                static fn (string $kind): array => [
                    'id' => $kind,
                    'kind' => $kind,
                    'from' => ['device:guest'],
                    'to' => ['device:unit'],
                    'expect' => 'must-not',
                ],
                ['reach', 'discover', 'manage', 'register', 'stream', 'page', 'call', 'time'],
            ),
        );
        foreach ((new Prover($job))->prove()->intents as $kind => $prediction) {
            self::assertSame(PairVerdict::Untried, $prediction->span(), $kind);
            self::assertFalse($prediction->holds(), $kind);
        }
    }

    public function testAnExtensionSomewhereElseRegistersNobodyHere(): void
    {
        $own = ['number' => '2001', 'device' => 'one'];
        self::assertSame('no-extension', self::registering([])->cause?->rule->value);
        self::assertSame('no-extension', self::registering([$own])->cause?->rule->value);
        $elsewhere = self::registering([$own + ['server' => 'other']]);
        self::assertSame('one is registered at other, not at pbx', $elsewhere->cause?->text);
        self::assertSame(PairVerdict::Through, self::registering([$own + ['server' => 'pbx']])->span);
    }

    /** An extension that belongs nowhere, listed before one that does, hides neither in the sum nor in the pair. */
    public function testTheSumSaysWhatThePairSays(): void
    {
        $job = Jobs::make(
            segments: ['a' => '10.47.1.0/24'],
            hosts: [
                'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24']],
                'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24']],
                'two' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.11/24']],
                'three' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.12/24']],
            ],
            routers: [],
            intents: [['id' => 'i', 'kind' => 'call', 'from' => ['profile:desk-phone-page'], 'to' => ['profile:desk-phone-page']]],
            extensions: [
                ['number' => '2001', 'device' => 'one'],
                ['number' => '2011', 'device' => 'one', 'server' => 'pbx'],
                ['number' => '2002', 'device' => 'two'],
                ['number' => '2003', 'device' => 'three', 'server' => 'pbx'],
            ],
        );
        $prediction = (new Prover($job))->prove()->intents['i'];
        $failing = array_filter($prediction->pairs(), static fn (PairPrediction $p): bool => $p->span->fails());
        self::assertCount(4, $failing, 'everything with two in it');
        self::assertSame(4, $prediction->failingCount());
    }

    /** @param list<array<string, mixed>> $extensions */
    private static function registering(array $extensions): PairPrediction
    {
        $hosts = [
            'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24']],
            'other' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.6/24']],
            'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24']],
        ];

        return self::only([], $hosts, ['kind' => 'register', 'from' => ['device:one'], 'to' => ['device:pbx']], $extensions);
    }

    /**
     * @param list<array<string, mixed>> $rules
     * @param list<array<string, mixed>> $extensions
     */
    private static function call(array $rules, array $extensions = self::BOTH, ?string $gateway = '10.47.2.1'): PairPrediction
    {
        return self::only($rules, [
            'pbx' => ['profile' => 'phone-system', 'at' => ['a', '10.47.1.5/24', '10.47.1.1']],
            'one' => ['profile' => 'desk-phone-page', 'at' => ['a', '10.47.1.10/24', '10.47.1.1']],
            'two' => ['profile' => 'desk-phone-page', 'at' => ['b', '10.47.2.10/24', $gateway]],
        ], ['kind' => 'call', 'from' => ['device:one'], 'to' => ['device:two'], 'expect' => 'must-not'], $extensions);
    }

    /** @param list<array<string, mixed>> $rules */
    private static function manage(array $rules, string $expect = 'must-not'): PairPrediction
    {
        return self::only($rules, [
            'guest' => ['at' => ['a', '10.47.1.10/24', '10.47.1.1']],
            'camera' => ['profile' => 'ptz-camera-rotary', 'at' => ['b', '10.47.2.10/24', '10.47.2.1']],
        ], ['kind' => 'manage', 'from' => ['device:guest'], 'to' => ['device:camera'], 'expect' => $expect]);
    }

    /**
     * @param list<array<string, mixed>> $rules
     * @param array<string, array<string, mixed>> $hosts
     * @param array<string, mixed> $intent
     * @param list<array<string, mixed>> $extensions
     */
    private static function only(array $rules, array $hosts, array $intent, array $extensions = []): PairPrediction
    {
        $routers = ['r' => ['in' => Jobs::ROUTER['r']['in'], 'rules' => $rules]];
        $job = Jobs::make(
            segments: Jobs::TWO,
            hosts: $hosts,
            routers: $routers,
            intents: [['id' => 'i'] + $intent],
            extensions: $extensions,
        );

        return (new Prover($job))->prove()->intents['i']->pairs()[0];
    }
}
