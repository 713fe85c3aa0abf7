<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Batch;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Batch\Batch;
use Vorhut\Core\Batch\CellState;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Runbook\Progress;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class BatchTest extends TestCase
{
    private const FIXED = ['factory' => ['mode' => 'static', 'address' => '192.0.2.10/24'], 'bootSeconds' => 60];

    public function testWhatIsDoneOnAllIsDoneOnAllAtOnce(): void
    {
        $next = self::batch([], self::job())->next();
        self::assertSame('unpack', $next?->steps[0]->id);
        self::assertSame(['one', 'two', 'three'], array_column($next->units, 'id'));
        $next = self::batch(['one' => ['unpack'], 'three' => ['unpack']], self::job())->next();
        self::assertSame(['unpack', ['two']], [$next?->steps[0]->id, array_column($next->units ?? [], 'id')]);
    }

    public function testOneUnitAtATimeHasTheFactoryAddress(): void
    {
        $unpacked = ['one' => ['unpack'], 'two' => ['unpack'], 'three' => ['unpack']];
        $next = self::batch($unpacked, self::job())->next();
        self::assertSame(['power', ['one']], [$next?->steps[0]->id, array_column($next->units ?? [], 'id')]);
        $batch = self::batch(['two' => ['unpack', 'power']] + $unpacked, self::job());
        self::assertSame('two', $batch->holders['192.0.2.10']->id);
        self::assertSame(CellState::Queued, $batch->cells['one']['power']->state);
        self::assertSame(['contact', ['two']], [$batch->next()?->steps[0]->id, array_column($batch->next()->units ?? [], 'id')]);
        $on = ['unpack', 'power', 'contact', 'secure', 'address'];
        $batch = self::batch(['two' => $on] + $unpacked, self::job());
        self::assertSame([], $batch->holders, 'it has its own now');
        self::assertSame(CellState::Ready, $batch->cells['one']['power']->state);
        self::assertSame(CellState::Queued, $batch->cells['two']['laptop-back']->state, 'the laptop stays for the others');
        $all = self::batch(['one' => $on, 'two' => $on, 'three' => $on], self::job());
        self::assertSame(['laptop-back', 3], [$all->next()?->steps[0]->id, \count($all->next()->units ?? [])]);
        self::assertSame('power', $batch->next()?->steps[0]->id);
    }

    public function testWhatIsKnownFromTheFirstOneIsDoneInOneGoOnTheNext(): void
    {
        $unpacked = ['one' => ['unpack'], 'two' => ['unpack'], 'three' => ['unpack']];
        $ids = static fn (Batch $b): array => array_column($b->next()->steps ?? [], 'id');
        $first = self::batch(['one' => ['unpack', 'power']] + $unpacked, self::job());
        self::assertSame(['contact'], $ids($first), 'the first one step by step');
        $off = ['unpack', 'power', 'contact', 'secure', 'address'];
        $batch = self::batch(['one' => $off, 'two' => ['unpack', 'power']] + $unpacked, self::job());
        self::assertSame(['contact', 'secure', 'address'], $ids($batch));
        self::assertSame(['two'], array_column($batch->next()->units ?? [], 'id'));
        $batch = self::batch(['one' => $off, 'two' => ['unpack']] + $unpacked, self::job());
        self::assertSame(['power'], $ids($batch), 'it starts by itself then');
    }

    public function testARunEndsWhereTheUnitRestartsAndAUnitAloneHoldsNobodyUp(): void
    {
        $restart = ['id' => 'secure', 'stage' => 'secure', 'title' => 'Password', 'timers' => [['kind' => 'wait', 'seconds' => 20]]];
        $job = Units::job(['camera' => self::FIXED + ['steps' => [$restart]]], ['one' => [], 'two' => []]);
        $off = ['unpack', 'power', 'contact', 'secure', 'address'];
        $batch = self::batch(['one' => $off, 'two' => ['unpack', 'power']], $job);
        self::assertSame(['contact', 'secure'], array_column($batch->next()->steps ?? [], 'id'));
        $alone = self::batch(['one' => ['unpack', 'power']], Units::job(['camera' => self::FIXED], ['one' => []]));
        self::assertSame([], $alone->holders);
    }

    public function testUnitsThatAskForALeaseStandOnTheBenchTogether(): void
    {
        $unpacked = ['one' => ['unpack'], 'two' => ['unpack'], 'three' => ['unpack']];
        $next = self::batch($unpacked, Units::job(['k' => []], ['one' => [], 'two' => [], 'three' => []]))->next();
        self::assertSame(['one', 'two', 'three'], array_column($next->units ?? [], 'id'));
    }

    public function testWhileAUnitStartsTheOthersAreServed(): void
    {
        $done = ['one' => ['unpack', 'power'], 'two' => [], 'three' => []];
        $batch = self::batch($done, self::job(), ['one' => 40]);
        self::assertSame(CellState::Running, $batch->cells['one']['contact']->state);
        self::assertSame(['unpack', ['two', 'three']], [$batch->next()?->steps[0]->id, array_column($batch->next()->units ?? [], 'id')]);
        $done = ['one' => ['unpack', 'power'], 'two' => ['unpack'], 'three' => ['unpack']];
        $next = self::batch($done, self::job(), ['one' => 40])->next();
        self::assertSame(['contact', ['one']], [$next?->steps[0]->id, array_column($next->units ?? [], 'id')], 'nothing else can be done');
    }

    public function testWhatWaitsForAnAnswerIsNotOffered(): void
    {
        $kind = ['settings' => [['id' => 'key', 'ask' => 'client', 'stage' => 'role']]];
        $job = Units::job(['k' => $kind], ['one' => []]);
        $batch = self::batch(['one' => ['unpack', 'power', 'contact', 'secure', 'address', 'laptop-back']], $job);
        self::assertSame(CellState::Blocked, $batch->cells['one']['role']->state);
        self::assertSame('prove', $batch->next()?->steps[0]->id);
    }

    private static function job(): Job
    {
        return Units::job(['camera' => self::FIXED], ['one' => [], 'two' => [], 'three' => []]);
    }

    /**
     * @param array<string, list<string>> $done by unit
     * @param array<string, int> $running
     */
    private static function batch(array $done, Job $job, array $running = []): Batch
    {
        $runbooks = new Runbooks(new Settings($job));
        $steps = static fn (Device $d): array => ['ask' => true] + array_fill_keys($done[$d->id] ?? [], true);
        $progress = static fn (Device $d): Progress => new Progress($d->stage, $steps($d));

        return new Batch(
            $job,
            array_map(static fn (Device $d) => $runbooks->runbook($d, $progress($d)), array_values($job->devices)),
            $running,
        );
    }
}
