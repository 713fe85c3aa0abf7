<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Schedule;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Schedule\Agenda;
use Vorhut\Core\Schedule\AgendaMaker;
use Vorhut\Core\Schedule\ChainLink;
use Vorhut\Core\Schedule\LeftOut;
use Vorhut\Core\Schedule\Resources;
use Vorhut\Core\Schedule\Schedule;
use Vorhut\Core\Schedule\Scheduler;
use Vorhut\Core\Schedule\Staffing;
use Vorhut\Core\Schedule\Task;
use Vorhut\Core\Schedule\TimeSlot;
use Vorhut\Core\Schedule\UnitWork;
use Vorhut\Core\Schedule\WaitReason;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Units;

final class ScheduleTest extends TestCase
{
    public function testWhileOneUnitRestartsHandsAreOnTheOther(): void
    {
        $schedule = Scheduler::schedule(Agendas::make([[[60, 300], [60, 0]], [[100, 0], [50, 0]]]), new Resources(1));
        self::assertSame(420, $schedule->makespan);
        self::assertSame(420, $schedule->bounds->chain);
        self::assertSame(270, $schedule->bounds->hands);
        self::assertSame([
            'makespan' => 420,
            'lowerBound' => 420,
            'steps' => [
                ['unit' => 'u0', 'step' => 's0', 'technician' => 1, 'start' => 0, 'end' => 60],
                ['unit' => 'u0', 'step' => 's0', 'technician' => null, 'start' => 60, 'end' => 360],
                ['unit' => 'u1', 'step' => 's2', 'technician' => 1, 'start' => 60, 'end' => 160],
                ['unit' => 'u1', 'step' => 's3', 'technician' => 1, 'start' => 160, 'end' => 210],
                ['unit' => 'u0', 'step' => 's1', 'technician' => 1, 'start' => 360, 'end' => 420],
            ],
        ], $schedule->jsonSerialize());
    }

    /** Who is alone does what two would do: the work is that of the hands that are there. */
    public function testTheWorkIsThatOfTheHandsThatAreThere(): void
    {
        $agenda = new Agenda(
            [new Task(unit: 'u', step: 'a', title: 'A', hands: Staffing::One, seconds: 60, wait: 0, after: []), new Task(
                unit: 'u',
                step: 'b',
                title: 'B',
                hands: Staffing::Two,
                seconds: 100,
                wait: 0,
                after: [],
            )],
            [new UnitWork(unit: 'u', tasks: [0, 1], from: 0, to: -2, factory: '', watts: 0.0, ready: 0)],
        );
        $work = static fn (int $people): array => [
            Scheduler::schedule($agenda, new Resources($people))->bounds->work,
            Scheduler::schedule($agenda, new Resources($people))->bounds->hands,
        ];
        self::assertSame([[160, 160], [260, 130]], [$work(1), $work(2)]);
    }

    public function testOneFactoryAddressIsHeldByOneUnitAtATime(): void
    {
        $cameras = array_fill(0, 3, [[20, 0], [10, 90], [30, 60], [40, 0]]);
        $shared = array_fill(0, 3, ['from' => 1, 'to' => 2, 'factory' => '192.0.2.10']);
        $schedule = Scheduler::schedule(Agendas::make($cameras, [], $shared), new Resources(2));
        // 3 times 190 s sequential, 20 s before the first and 40 s behind the last.
        self::assertSame(630, $schedule->bounds->factory);
        self::assertSame(630, $schedule->makespan);
        self::assertContains(WaitReason::Bench, array_map(static fn (ChainLink $l): WaitReason => $l->because, $schedule->chain));
        $alone = Scheduler::schedule(Agendas::make($cameras, [], array_fill(0, 3, ['from' => 1, 'to' => 2])), new Resources(2));
        self::assertSame(290, $alone->makespan);
    }

    public function testPortsAndWattsOfTheBenchAreKept(): void
    {
        $units = array_fill(0, 4, [[10, 90]]);
        $stay = array_fill(0, 4, ['from' => 0, 'to' => 0, 'watts' => 25.0]);
        self::assertSame(200, Scheduler::schedule(Agendas::make($units, [], $stay), new Resources(2, ports: 2))->makespan);
        self::assertSame(200, Scheduler::schedule(Agendas::make($units, [], $stay), new Resources(2, watts: 60))->makespan);
        self::assertSame(110, Scheduler::schedule(Agendas::make($units, [], $stay), new Resources(2))->makespan);
        // What draws more than the bench feeds has a supply of its own.
        self::assertSame(110, Scheduler::schedule(Agendas::make($units, [], $stay), new Resources(2, watts: 20))->makespan);
    }

    public function testAUnitDoesNotBlockTheBenchForOneThatItWaitsFor(): void
    {
        $agenda = Agendas::make([[[10, 0], [10, 0]], [[10, 0], [10, 0]]], [1 => [3]], [['to' => 1], ['to' => 1]]);
        $schedule = Scheduler::schedule($agenda, new Resources(1, ports: 1));
        self::assertSame([], $schedule->circle);
        self::assertSame(40, $schedule->makespan);
    }

    public function testWhatWaitsForEachOtherIsSaid(): void
    {
        $schedule = Scheduler::schedule(Agendas::make([[[10, 0], [10, 0]], [[10, 0]], [[10, 0]]], [1 => [2], 2 => [1]]), new Resources(1));
        self::assertSame(['s1', 's2'], array_map(static fn (Task $t): string => $t->step, $schedule->circle));
        self::assertSame(20, $schedule->makespan);
        self::assertSame(20, $schedule->bounds->lowerBound());
    }

    #[DataProvider('smallJobs')]
    public function testASmallJobTakesHardlyMoreThanItMust(int $seed): void
    {
        $agenda = Agendas::random(new Randomizer(new Mt19937($seed)), 4);
        foreach ([1, 2] as $technicians) {
            $with = new Resources($technicians, ports: 2, watts: 40);
            $schedule = Scheduler::schedule($agenda, $with);
            $exact = Exact::makespan($agenda, $with);
            self::assertKept($agenda, $with, $schedule);
            self::assertLessThanOrEqual($exact, $schedule->bounds->lowerBound(), 'the bound is one');
            self::assertGreaterThanOrEqual($exact, $schedule->makespan, 'nothing is shorter than the shortest');
            self::assertLessThanOrEqual((int) ($exact * 1.1), $schedule->makespan);
        }
    }

    /** @return iterable<array{int}> */
    public static function smallJobs(): iterable
    {
        for ($seed = 1; $seed <= 24; ++$seed) {
            yield [$seed];
        }
    }

    public function testSixtyUnitsAreOrderedWithinASecondAndATenthOfTheBound(): void
    {
        $job = self::cameras(60);
        $runbooks = new Runbooks(new Settings($job));
        $agenda = AgendaMaker::agenda($job, array_map(static fn (Device $d) => $runbooks->runbook($d), array_values($job->devices)));
        foreach ([1, 2, 3, 4] as $technicians) {
            $with = new Resources($technicians);
            $start = self::processorSeconds();
            $schedule = Scheduler::schedule($agenda, $with);
            self::assertLessThan(2.0, self::processorSeconds() - $start, 'a second, or two beside much else');
            self::assertKept($agenda, $with, $schedule);
            self::assertCount(\count($agenda->tasks), $schedule->slots);
            self::assertLessThanOrEqual($schedule->bounds->lowerBound() * 1.1, $schedule->makespan);
        }
    }

    /** What this process has computed: what else runs on the machine does not count. */
    private static function processorSeconds(): float
    {
        /** @var array<string, int> $usage */
        $usage = getrusage();

        return $usage['ru_utime.tv_sec'] + $usage['ru_utime.tv_usec'] / 1e6;
    }

    public function testOfUnitsThatAreAlikeTheEarlierComesFirst(): void
    {
        $job = self::cameras(20);
        $runbooks = new Runbooks(new Settings($job));
        $agenda = AgendaMaker::agenda($job, array_map(static fn (Device $d) => $runbooks->runbook($d), array_values($job->devices)));
        $with = new Resources(2);
        $schedule = Scheduler::schedule($agenda, $with);
        self::assertKept($agenda, $with, $schedule);
        $begun = [];
        foreach ($schedule->slots as $slot) {
            $begun[$schedule->task($slot)->unit] ??= $slot->start;
        }
        $alike = [];
        foreach ($agenda->units as $unit) {
            $work = array_map(static fn (int $t): array => [$agenda->tasks[$t]->seconds, $agenda->tasks[$t]->wait], $unit->tasks);
            $alike[serialize([$work, $unit->factory, $unit->watts, $unit->from, $unit->to])][] = $begun[$unit->unit];
        }
        self::assertLessThan(20, \count($alike), 'some are alike');
        foreach ($alike as $starts) {
            $sorted = $starts;
            sort($sorted);
            self::assertSame($sorted, $starts);
        }
    }

    public function testALateUnitMovesOnlyWhatWaitsForIt(): void
    {
        $agenda = Agendas::make([[[60, 0]], [[60, 0]], [[60, 0]]], [1 => [0]], [['ready' => 600]]);
        $schedule = Scheduler::schedule($agenda, new Resources(1));
        self::assertSame(720, $schedule->makespan);
        self::assertSame(720, $schedule->bounds->lowerBound());
        self::assertSame([2, 0, 1], array_map(static fn (TimeSlot $s): int => $s->task, $schedule->slots));
    }

    public function testWhatWaitsForAnAnswerIsLeftOutAndWithItOnlyWhatNeedsIt(): void
    {
        $kind = ['settings' => [
            ['id' => 'key', 'ask' => 'client', 'stage' => 'role'],
            ['id' => 'level', 'type' => 'whole', 'default' => 3, 'stage' => 'upkeep'],
        ]];
        $job = Units::job(['k' => $kind], ['unit' => []]);
        $agenda = AgendaMaker::agenda($job, [(new Runbooks(new Settings($job)))->runbook($job->devices['unit'])]);
        $left = array_map(static fn (LeftOut $l): string => $l->step->id, $agenda->left);
        sort($left);
        self::assertSame(['ask', 'hand-over', 'prove', 'role'], $left);
        self::assertContains('upkeep', array_map(static fn (Task $t): string => $t->step, $agenda->tasks));
        $answered = Units::job(['k' => $kind], ['unit' => []], ['answers' => [['id' => 'a', 'setting' => 'key', 'value' => 'x']]]);
        $agenda = AgendaMaker::agenda($answered, [(new Runbooks(new Settings($answered)))->runbook($answered->devices['unit'])]);
        self::assertSame([], $agenda->left);
    }

    /** An answer that nothing else stands on holds up nobody: not the device itself, nor a partner of it. */
    public function testAnAnswerThatIsOnlyForTheRecordHoldsUpNothing(): void
    {
        $need = ['coupling' => 'plays-to', 'stage' => 'address'];
        $kinds = [
            'player' => [
                'couplings' => [['id' => 'plays-to', 'name' => 'plays to', 'with' => ['screen']]],
                'steps' => [['id' => 'role', 'stage' => 'role', 'title' => 'Point it', 'needs' => [$need]]],
            ],
            'screen' => ['settings' => [['id' => 'owner', 'ask' => 'client', 'stage' => 'ask']]],
        ];
        $pairings = ['pairings' => [['id' => 'p', 'coupling' => 'plays-to', 'from' => 'one', 'to' => 'two']]];
        $job = Units::job($kinds, ['one' => ['profile' => 'player'], 'two' => ['profile' => 'screen']], $pairings);
        $runbooks = new Runbooks(new Settings($job));
        $agenda = AgendaMaker::agenda($job, [$runbooks->runbook($job->devices['one']), $runbooks->runbook($job->devices['two'])]);
        self::assertSame(['ask'], array_map(static fn (LeftOut $l): string => $l->step->id, $agenda->left));
        $tasks = array_map(static fn (Task $t): string => $t->unit.' '.$t->step, $agenda->tasks);
        self::assertSame([], array_diff(['two prove', 'two hand-over', 'one role', 'one prove'], $tasks));
    }

    public function testAStepWaitsForThePartnerThatItsKindNeeds(): void
    {
        $need = ['coupling' => 'plays-to', 'stage' => 'address'];
        $kinds = [
            'player' => [
                'couplings' => [['id' => 'plays-to', 'name' => 'plays to', 'with' => ['screen']]],
                'steps' => [['id' => 'role', 'stage' => 'role', 'title' => 'Point it', 'needs' => [$need]]],
            ],
            'screen' => [],
        ];
        $pairings = ['pairings' => [['id' => 'p', 'coupling' => 'plays-to', 'from' => 'one', 'to' => 'two']]];
        $job = Units::job($kinds, ['one' => ['profile' => 'player'], 'two' => ['profile' => 'screen']], $pairings);
        $runbooks = new Runbooks(new Settings($job));
        $agenda = AgendaMaker::agenda($job, [$runbooks->runbook($job->devices['one']), $runbooks->runbook($job->devices['two'])]);
        $role = array_values(array_filter($agenda->tasks, static fn (Task $t): bool => 'role' === $t->step && 'one' === $t->unit))[0];
        $steps = array_map(static fn (int $n): string => $agenda->tasks[$n]->unit.' '.$agenda->tasks[$n]->step, $role->after);
        self::assertContains('two address', $steps);
        self::assertNotContains('two prove', $steps);
        $without = AgendaMaker::agenda($job, [$runbooks->runbook($job->devices['one'])]);
        self::assertContains('role', array_map(static fn (LeftOut $l): string => $l->step->id, $without->left));
    }

    public function testWhoHasNoAddressIsSpokenToNoFurther(): void
    {
        $open = ['interfaces' => [['segment' => 'a', 'address' => null, 'mac' => '02-47-00-00-00-01']]];
        $job = Units::job(['k' => []], ['unit' => $open]);
        $agenda = AgendaMaker::agenda($job, [(new Runbooks(new Settings($job)))->runbook($job->devices['unit'])]);
        $left = array_map(static fn (LeftOut $l): string => $l->step->id, $agenda->left);
        self::assertSame([], array_diff(['address', 'laptop-back', 'prove', 'hand-over'], $left));
        self::assertSame(['unpack', 'power', 'contact', 'secure'], array_map(static fn (Task $t): string => $t->step, $agenda->tasks));
    }

    public function testOthersDoTheirStepsWithoutOurHandsAndALateUnitIsReadyLater(): void
    {
        $steps = [
            ['id' => 'mains', 'stage' => 'power', 'title' => 'Mains', 'who' => 'electrician'],
            ['id' => 'lift', 'stage' => 'mount', 'title' => 'Lift', 'who' => 'two-people', 'do' => ['Lift it.']],
        ];
        $job = Units::job(['k' => ['steps' => $steps]], ['unit' => []]);
        $runbook = (new Runbooks(new Settings($job)))->runbook($job->devices['unit']);
        $schedule = Scheduler::schedule(AgendaMaker::agenda($job, [$runbook], ['unit' => 500]), new Resources(3));
        $hands = [];
        foreach ($schedule->slots as $slot) {
            $hands[$schedule->task($slot)->step] = \count($slot->technicians);
        }
        self::assertSame([0, 2, 1], [$hands['mains'], $hands['lift'], $hands['unpack']]);
        self::assertSame(500, $schedule->slots[0]->start);
        $alone = Scheduler::schedule(AgendaMaker::agenda($job, [$runbook]), new Resources(1));
        self::assertCount(\count($schedule->slots), $alone->slots, 'who is alone finds a helper');
        $json = $schedule->jsonSerialize()['steps'];
        self::assertCount(2, array_filter($json, static fn (array $s): bool => 'lift' === $s['step']), 'one entry for each');
    }

    public function testHowManyTechniciansThereMayBe(): void
    {
        $this->expectException(InvalidValue::class);
        new Resources(5);
    }

    private static function cameras(int $count): Job
    {
        $units = [];
        $kinds = ['ptz-camera-rotary', 'desk-phone-keypad', 'paging-horn', 'lighting-node'];
        for ($n = 0; $n < $count; ++$n) {
            $units['unit-'.$n] = ['profile' => $kinds[$n % 4]];
        }

        return Units::job(['k' => []], $units);
    }

    /** Nobody does two things at once, no step comes before what it waits for, no more is on the bench than fits. */
    private static function assertKept(Agenda $agenda, Resources $with, Schedule $schedule): void
    {
        $slots = array_column($schedule->slots, null, 'task');
        self::assertSame($schedule->makespan, max([0, ...array_column($slots, 'end')]));
        foreach ($slots as $number => $slot) {
            $task = $agenda->tasks[$number];
            self::assertSame([$slot->start + $task->seconds, $slot->start + $task->length()], [$slot->handsOff, $slot->end]);
            foreach ($task->after as $before) {
                self::assertLessThanOrEqual($slot->start, $slots[$before]->end);
            }
            foreach ($slots as $other) {
                $isApart = $other->handsOff <= $slot->start || $slot->handsOff <= $other->start;
                if ($other !== $slot && !$isApart && [] !== array_intersect($other->technicians, $slot->technicians)) {
                    self::fail('Somebody does two things at once.');
                }
            }
        }
        $stays = [];
        foreach ($agenda->units as $unit) {
            $end = $unit->ready;
            foreach ($unit->tasks as $number) {
                self::assertLessThanOrEqual($slots[$number]->start, $end, 'in the order of the runbook');
                $end = $slots[$number]->end;
            }
            if ($unit->needsTheBench()) {
                $from = $unit->isOnTheBench() ? 0 : $slots[$unit->tasks[$unit->from]]->start;
                $stays[] = [$from, $slots[$unit->tasks[$unit->to]]->end, $unit];
            }
        }
        foreach ($stays as [$from, , $unit]) {
            $there = array_filter($stays, static fn (array $s): bool => $s[0] <= $from && $from < $s[1]);
            $same = array_filter($there, static fn (array $s): bool => '' !== $unit->factory && $s[2]->factory === $unit->factory);
            self::assertLessThanOrEqual($with->ports, \count($there));
            self::assertLessThanOrEqual(1, \count($same));
            $fed = array_filter($there, static fn (array $s): bool => $s[2]->watts <= $with->watts);
            self::assertLessThanOrEqual($with->watts, array_sum(array_map(static fn (array $s): float => $s[2]->watts, $fed)));
        }
    }
}
