<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Repair;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Trunk;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Repair\Repair;
use Vorhut\Core\Repair\RepairSearch;
use Vorhut\Tests\Support\Jobs;

/** Calls that fail by the plan of calls are mended there, and only where that mends them. */
final class VoiceRepairTest extends TestCase
{
    public function testANumberIsReadWhereTheyWriteIt(): void
    {
        $job = self::demo();
        $repairs = (new RepairSearch($job, (new Prover($job))->prove()))->forIntent('tickets-from-outside');
        self::assertSame(['Take the called number of Carrier from the To header'], self::sentences($repairs));
        self::assertSame(2, $repairs[0]->mends, 'the fax comes in, too');
        $mended = $job->with($repairs[0]->change)->record(Trunk::class, 'carrier');
        $before = $job->record(Trunk::class, 'carrier');
        self::assertSame(['header' => 'to'] + (array) ($before['ours'] ?? []), (array) ($mended['ours'] ?? []), 'and nothing else of it');
    }

    public function testACallerIsLetUseARoute(): void
    {
        $job = self::demo(['from' => ['extension:2040', 'extension:2001'], 'to' => ['number:0441']]);
        $repairs = (new RepairSearch($job, (new Prover($job))->prove()))->forIntent('it');
        self::assertSame(['Permit 2040 to use the route Outside'], self::sentences($repairs), 'the one that may is left as it is');
        self::assertTrue((new Prover($job->with($repairs[0]->change)))->prove()->intents['it']->holds());
    }

    public function testWhereNoRouteTakesTheNumberNothingIsPromised(): void
    {
        $job = self::demo(['from' => ['extension:2001'], 'to' => ['number:77']]);
        self::assertSame([], (new RepairSearch($job, (new Prover($job))->prove()))->forIntent('it'));
    }

    /**
     * @param list<Repair> $repairs
     *
     * @return list<string>
     */
    private static function sentences(array $repairs): array
    {
        return array_map(static fn (Repair $r): string => $r->sentence, $repairs);
    }

    /** @param array<string, mixed> $call one intent more */
    private static function demo(array $call = []): Job
    {
        $job = JobFile::read(Jobs::demoText('kestrel-sound'), ShippedProfiles::load());
        $intent = ['id' => 'it', 'name' => 'It', 'kind' => 'call', 'expect' => 'must', ...$call];

        return [] === $call ? $job : $job->with(new ChangeSet('', [new Edit(Intent::class, 'it', null, $intent)]));
    }
}
