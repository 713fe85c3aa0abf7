<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Constraint;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Constraint\ConstraintCheck;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Relation\RelatedUnit;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

final class ConstraintChecksTest extends TestCase
{
    /** @return iterable<string, array{array<string, string>, mixed, mixed, bool|null}> tie, mine, theirs, whether it holds */
    public static function ties(): iterable
    {
        $both = ['mine' => 'own', 'theirs' => 'far'];
        yield 'equal' => [$both, 5, 5, true];
        yield 'equal, as text' => [$both, 5, '5', true];
        yield 'not equal' => [$both, 5, 6, false];
        yield 'one is open' => [$both, 5, null, null];
        yield 'different' => [['relation' => 'different'] + $both, 5, 6, true];
        yield 'not different' => [['relation' => 'different'] + $both, 5, 5, false];
        yield 'allowed' => [['relation' => 'allows'] + $both, 'udp', ['udp', 'tcp'], true];
        yield 'one of several is allowed' => [['relation' => 'allows'] + $both, ['tls', 'tcp'], ['udp', 'tcp'], true];
        yield 'not allowed' => [['relation' => 'allows'] + $both, 'tls', ['udp', 'tcp'], false];
        yield 'listed' => [['relation' => 'listed'] + $both, 2, [1, 2], true];
        yield 'not listed' => [['relation' => 'listed'] + $both, 3, [1, 2], false];
        yield 'all must be listed' => [['relation' => 'listed'] + $both, [2, 3], [1, 2], false];
        yield 'at most' => [['relation' => 'at-most'] + $both, 64, 64, true];
        yield 'more than that' => [['relation' => 'at-most'] + $both, 65, 64, false];
        yield 'the address' => [['mine' => 'own', 'theirs' => '@address'], '10.47.1.21', null, true];
        yield 'another address' => [['mine' => 'own', 'theirs' => '@address'], '10.47.1.22', null, false];
        yield 'a fixed value' => [['mine' => '=streamer', 'theirs' => 'far'], null, 'streamer', true];
    }

    /** @param array<string, string> $tie */
    #[DataProvider('ties')]
    public function testARelationHoldsOrNot(array $tie, mixed $mine, mixed $theirs, ?bool $holds): void
    {
        $job = self::pair($tie, $mine, $theirs);
        self::assertSame($holds, (new ConstraintChecks(new Settings($job)))->all()[0]->holds);
    }

    public function testEveryOfferedMendMendsAndTheSmallerOneIsFirst(): void
    {
        $tie = ['mine' => 'own', 'theirs' => 'far', 'lead' => 'theirs'];
        $job = self::pair($tie, 5, 6);
        $broken = (new ConstraintChecks(new Settings($job)))->broken();
        self::assertSame(
            ['Clear “Own” of unit, so that it follows its partner', 'Set “Far” of partner to “5”'],
            array_column($broken[0]->mends, 'title'),
        );
        foreach ($broken[0]->mends as $mend) {
            self::assertSame([], (new ConstraintChecks(new Settings($job->with($mend))))->broken(), $mend->title);
        }
    }

    public function testTheFollowingEndNeedsNoValueOfItsOwn(): void
    {
        $settings = new Settings($job = self::pair(['mine' => 'own', 'theirs' => '@address', 'lead' => 'theirs'], null, null));
        self::assertSame('10.47.1.21', $settings->value($job->devices['unit'], 'own')?->value());
        self::assertSame('pairing', $settings->value($job->devices['unit'], 'own')->origin()->value);
    }

    public function testAListGathersWhatAllItsPartnersAre(): void
    {
        $tie = ['name' => 'Client', 'relation' => 'listed', 'mine' => '@address', 'theirs' => 'clients', 'lead' => 'mine'];
        $job = Units::job([
            'k' => ['couplings' => [['id' => 'asks', 'ties' => [$tie]]]],
            'server' => ['settings' => [['id' => 'clients', 'type' => 'address', 'list' => true]]],
        ], ['one' => [], 'two' => [], 'server' => ['profile' => 'server']], ['pairings' => [
            ['id' => 'p1', 'coupling' => 'asks', 'from' => 'one', 'to' => 'server'],
            ['id' => 'p2', 'coupling' => 'asks', 'from' => 'two', 'to' => 'server'],
        ]]);
        $settings = new Settings($job);
        self::assertSame(['10.47.1.20', '10.47.1.21'], $settings->value($job->devices['server'], 'clients')?->value());
        self::assertSame([], (new ConstraintChecks($settings))->broken());
    }

    public function testTwoWithOnePartnerMustDiffer(): void
    {
        $tie = ['name' => 'Number', 'relation' => 'different', 'mine' => 'own'];
        $kinds = ['k' => ['settings' => [['id' => 'own', 'type' => 'whole']], 'couplings' => [['id' => 'c', 'ties' => [$tie]]]]];
        $pairings = ['pairings' => [
            ['id' => 'p1', 'coupling' => 'c', 'from' => 'one', 'to' => 'hub'],
            ['id' => 'p2', 'coupling' => 'c', 'from' => 'two', 'to' => 'hub'],
        ]];
        $checks = static fn (int $one, int $two): ConstraintChecks => new ConstraintChecks(new Settings(Units::job($kinds, [
            'one' => ['settings' => ['own' => $one]], 'two' => ['settings' => ['own' => $two]], 'hub' => [],
        ], $pairings)));
        $with = static fn (int $one, int $two): array => $checks($one, $two)->broken();
        self::assertSame([], $with(1, 2));
        self::assertSame('Number is unique: one has 1', $checks(1, 2)->all()[0]->said());
        $said = [
            'Number must differ: one has 4, hub has 4 at two',
            'Number must differ: two has 4, hub has 4 at one',
        ];
        self::assertSame($said, array_map(static fn (ConstraintCheck $s): string => $s->said(), $with(4, 4)));
    }

    public function testTwoEncodersDoNotFeedOnePortOfAReceiver(): void
    {
        $encoder = ['profile' => 'stream-encoder'];
        $job = Jobs::make([], ['one' => $encoder, 'two' => $encoder, 'far' => ['profile' => 'stream-receiver']]);
        $fed = static fn (string ...$by): Job => $job->with(new ChangeSet('', array_map(
            static fn (string $id): Edit => new Edit(Relation::class, 'p-'.$id, null, [
                'id' => 'p-'.$id, 'coupling' => 'feeds', 'from' => $id, 'to' => 'far',
            ]),
            array_values($by),
        )));
        $broken = static fn (Job $job): array => array_map(
            static fn (ConstraintCheck $s): string => $s->coupled->from->id.' '.$s->tie->name,
            (new ConstraintChecks(new Settings($job)))->broken(),
        );
        self::assertSame([], $broken($fed('one')));
        self::assertSame(['one Own port', 'two Own port'], $broken($fed('one', 'two')));
    }

    public function testUnitsThemselvesAreComparedBySubnetFirmwareAndKind(): void
    {
        $state = static function (string $relation, array $partner): ?bool {
            $tie = ['name' => 'T', 'relation' => $relation, 'mine' => '@address', 'theirs' => '@address'];
            $job = Units::job(['k' => ['couplings' => [['id' => 'c', 'ties' => [$tie]]]], 'other' => []], [
                'one' => ['firmware' => '4.4.1'],
                'two' => ['firmware' => '4.4.9', ...$partner],
            ], ['pairings' => [['id' => 'p', 'coupling' => 'c', 'from' => 'one', 'to' => 'two']]]);

            return (new ConstraintChecks(new Settings($job)))->all()[0]->holds;
        };
        self::assertTrue($state('same-subnet', []));
        self::assertFalse($state('same-subnet', ['interfaces' => [['segment' => 'a', 'address' => '10.47.2.1/24']]]));
        self::assertTrue($state('same-firmware', []));
        self::assertFalse($state('same-firmware', ['firmware' => '4.3.9']));
        self::assertNull($state('same-firmware', ['firmware' => null]));
        self::assertTrue($state('same-kind', []));
        self::assertFalse($state('same-kind', ['profile' => 'other']));
    }

    public function testAnExtensionCouplesAPhoneWithItsPhoneSystem(): void
    {
        $settings = new Settings($job = Jobs::demo());
        $phone = $job->devices['ticket-1'];
        $said = array_map(static fn (RelatedUnit $c): string => $c->said($phone), $settings->couplings->with($phone));
        self::assertSame(['registers at Phone system'], $said);
    }

    public function testAnExtensionMakesOnlyTheCouplingThatIsMeantForIt(): void
    {
        $couplings = [['id' => 'wires', 'with' => ['system']], ['id' => 'registers', 'with' => ['system'], 'byExtension' => true]];
        $job = Units::job(['k' => ['couplings' => $couplings], 'system' => []], ['unit' => [], 'pbx' => ['profile' => 'system']], [
            'voice' => ['extensions' => [['number' => '21', 'device' => 'unit', 'server' => 'pbx']]],
        ]);
        $made = array_map(static fn (RelatedUnit $c): string => $c->coupling->id, (new Settings($job))->couplings->all);
        self::assertSame(['registers'], $made);
    }

    public function testACouplingThatTheKindDoesNotKnowIsRefusedWithThoseItKnows(): void
    {
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage('$.pairings[0].coupling: "feed" was given; allowed is one of feeds.');
        Units::job(['k' => ['couplings' => [['id' => 'feeds']]]], ['one' => [], 'two' => []], [
            'pairings' => [['id' => 'p', 'coupling' => 'feed', 'from' => 'one', 'to' => 'two']],
        ]);
    }

    /** @param array<string, string> $tie */
    private static function pair(array $tie, mixed $mine, mixed $theirs): Job
    {
        $typed = static fn (string $id, mixed $value): array => [
            'id' => $id,
            'type' => \is_string($value) || null === $value || \is_string(\is_array($value) ? $value[0] : 0) ? 'text' : 'whole',
            'list' => \is_array($value),
        ];

        return Units::job([
            'k' => ['settings' => [$typed('own', $mine)], 'couplings' => [['id' => 'c', 'ties' => [['name' => 'T'] + $tie]]]],
            'other' => ['settings' => [$typed('far', $theirs)]],
        ], [
            'unit' => ['settings' => null === $mine ? new \stdClass() : ['own' => $mine]],
            'partner' => ['profile' => 'other', 'settings' => null === $theirs ? new \stdClass() : ['far' => $theirs]],
        ], ['pairings' => [['id' => 'p', 'coupling' => 'c', 'from' => 'unit', 'to' => 'partner']]]);
    }
}
