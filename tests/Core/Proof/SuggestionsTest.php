<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Proof;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Intent\Suggestions;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Reach\Walk\Topology;
use Vorhut\Tests\Support\Jobs;

/** What is usual for a job, as long as nobody has said it. */
final class SuggestionsTest extends TestCase
{
    public function testEachIsOfferedForWhatStandsInThePlanAndNotForAnythingElse(): void
    {
        self::assertSame([
            ['reach', 'must-not', ['segment:lan'], ['profile:mic-receiver'], 'udp/2202'],
            ['reach', 'must-not', ['segment:lan'], ['profile:desk-phone-page'], 'tcp/80'],
            ['reach', 'must-not', ['segment:lan'], ['profile:phone-system'], 'tcp/443'],
            ['call', 'must', ['profile:desk-phone-page'], ['profile:desk-phone-page'], null],
            ['register', 'must', ['profile:desk-phone-page'], ['device:pbx'], null],
            ['manage', 'must', ['device:station'], ['profile:mic-receiver'], null],
        ], self::told(self::job('Visitors')), 'the station and the phone both speak multicast DNS, which tells nothing');
        self::assertNotContains('must-not', array_column(self::told(self::job('Office')), 1), 'nobody is a guest');
        self::assertCount(2, self::told(self::job('Visitors'), 2));
        self::assertSame([], self::told(Jobs::make(['lan' => '10.47.1.0/24'], [])));
    }

    public function testWhatIsSaidIsNotOfferedEvenInOtherWords(): void
    {
        $said = static function (Job $job, string ...$from): Job {
            $edits = [];
            foreach ($from as $n => $party) {
                $record = ['id' => 'i-'.$n, 'kind' => 'register', 'from' => [$party], 'to' => ['device:pbx']];
                $edits[] = new Edit(Intent::class, 'i-'.$n, null, $record);
            }

            return $job->with(new ChangeSet('', $edits));
        };
        $kinds = static fn (Job $job): array => array_column(self::told($job), 0);
        self::assertContains('register', $kinds($said(self::job('Office'), 'device:phone-1')), 'the other phone is left');
        self::assertNotContains('register', $kinds($said(self::job('Office'), 'device:phone-1', 'extension:2002')));
        $guests = self::job('Visitors');
        $other = ['id' => 'must', 'kind' => 'reach', 'from' => ['segment:lan'], 'to' => ['device:receiver'], 'service' => 'udp/2202'];
        $guests = $guests->with(new ChangeSet('', [new Edit(Intent::class, 'must', null, $other)]));
        self::assertContains('udp/2202', array_column(self::told($guests), 4), 'that it must is not that it must not');
    }

    public function testOnePhoneCallsNobodyAndEachPhoneRegistersWhereItsNumberIs(): void
    {
        $at = static fn (int $n): array => ['voice', '10.47.1.'.$n.'/24', '10.47.1.1'];
        $systems = [
            'pbx' => ['profile' => 'phone-system', 'at' => $at(5)],
            'other' => ['profile' => 'phone-system', 'at' => $at(6)],
        ];
        $phone = ['phone' => ['profile' => 'desk-phone-page', 'at' => $at(7)]];
        $number = ['number' => '2001', 'device' => 'phone', 'server' => 'other'];
        $job = Jobs::make(['voice' => '10.47.1.0/24'], $systems + $phone, extensions: [$number]);
        self::assertSame([['register', 'must', ['profile:desk-phone-page'], ['device:other'], null]], self::told($job));
        $job = Jobs::make(['voice' => '10.47.1.0/24'], $systems + $phone);
        self::assertSame([], self::told($job), 'nobody can tell at which of two');
    }

    /** @return list<array{mixed, mixed, mixed, mixed, mixed}> */
    private static function told(Job $job, int $max = 9): array
    {
        return array_map(
            static fn (array $r): array => [$r['kind'], $r['expect'], $r['from'], $r['to'], $r['service'] ?? null],
            Suggestions::open($job, Topology::network($job), $max),
        );
    }

    private static function job(string $guests): Job
    {
        $phone = static fn (int $n): array => ['profile' => 'desk-phone-page', 'at' => ['voice', '10.47.1.2'.$n.'/24', '10.47.1.1']];

        return Jobs::make(
            ['voice' => '10.47.1.0/24', 'lan' => ['prefix' => '10.47.2.0/24', 'name' => $guests]],
            [
                'receiver' => ['profile' => 'mic-receiver', 'at' => ['voice', '10.47.1.30/24']],
                'phone-1' => $phone(1),
                'phone-2' => $phone(2),
                'station' => ['profile' => 'mic-station', 'at' => ['voice', '10.47.1.31/24']],
                'pbx' => ['profile' => 'phone-system', 'at' => ['voice', '10.47.1.5/24', '10.47.1.1']],
                'laptop' => ['at' => ['lan', '10.47.2.9/24', '10.47.2.1']],
            ],
            extensions: [
                ['number' => '2001', 'device' => 'phone-1', 'server' => 'pbx'],
                ['number' => '2002', 'device' => 'phone-2', 'server' => 'pbx'],
            ],
        );
    }
}
