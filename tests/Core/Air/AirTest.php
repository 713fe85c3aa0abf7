<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Air;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Air\AirAttempt;
use Vorhut\Core\Air\AirChain;
use Vorhut\Core\Air\AirLink;
use Vorhut\Core\Air\AirLog;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Intent\RegistrationPaths;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Relation;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;

final class AirTest extends TestCase
{
    public function testTheSampleSaysWhereEachStopped(): void
    {
        $said = array_map(
            static fn (AirAttempt $a): array => [$a->who, $a->reached?->value, $a->stopped?->value, $a->reason],
            AirLog::read((string) file_get_contents(\dirname(__DIR__, 3).'/demo/radius-log.txt')),
        );
        self::assertSame([
            ['02-47-00-00-61-0C', 'method', 'credential', 'first credential in band is not permitted'],
            ['deck-hand', 'client', 'account', 'no such account'],
        ], $said);
    }

    public function testALaterAttemptCountsAndSilenceStopsBeforeTheNextStage(): void
    {
        $log = "t user=a stage=client\nt user=a stopped=account reason=x\nt user=a stage=client\nt user=a stage=account\n"
            ."t user=b stage=registered\n\n# nothing\n";
        [$a, $b] = AirLog::read($log);
        self::assertSame(['account', 'method', ''], [$a->reached?->value, $a->stopped?->value, $a->reason]);
        self::assertSame(['registered', null], [$b->reached?->value, $b->stopped?->value]);
    }

    #[TestWith(['t stage=client', 'Line 1'])]
    #[TestWith(["t user=a stage=client\nt user=a", 'Line 2'])]
    #[TestWith(['t user=a stage=tunnel', 'line 1'])]
    public function testWhatCannotBeReadIsSaidByItsLine(string $log, string $says): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessageMatches('/'.$says.'/');
        AirLog::read($log);
    }

    public function testThePlanSaysWhichLinksHold(): void
    {
        $job = Jobs::demo();
        self::assertNotContains(false, array_column(self::chain($job), 1), 'the demo\'s phone comes in');
        $without = array_map(
            static fn (Relation $p): Edit => new Edit(Relation::class, $p->id, $job->record(Relation::class, $p->id), null),
            array_values(array_filter($job->all(Relation::class), static fn (Relation $p): bool => 'authenticates-at' === $p->coupling)),
        );
        self::assertNotSame([], $without);
        $broken = self::chain($job->with(new ChangeSet('', $without)));
        self::assertSame(['account', false, 'No server has its account'], $broken[2]);
        $moved = $job->with(new ChangeSet('', [$job->editInterface(Device::class, 'berth-hand', 0, ['segment' => null])]));
        self::assertSame(['lease', false, 'It is in no segment'], self::chain($moved)[5]);
        self::assertFalse(self::chain($moved)[6][1]);
    }

    /** @return list<array{string, bool|null, string}> */
    private static function chain(Job $job): array
    {
        $settings = new Settings($job);
        $chain = new AirChain($settings, new ConstraintChecks($settings), new RegistrationPaths($job));
        $phones = AirChain::phones($settings);
        self::assertSame(['berth-hand'], array_map(static fn (Device $d): string => $d->id, $phones));

        return array_map(static fn (AirLink $l): array => [$l->stage->value, $l->holds, $l->said], $chain->stages($phones[0]));
    }
}
