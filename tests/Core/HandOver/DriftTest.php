<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\HandOver;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenItems;
use Vorhut\Core\HandOver\OpenKind;
use Vorhut\Core\HandOver\PlanDrift;
use Vorhut\Core\HandOver\ProofDrift;
use Vorhut\Core\HandOver\RecordDrift;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Proof\SeenCounts;
use Vorhut\Tests\Support\Jobs;

/** What is open, and what is not as it was. */
final class DriftTest extends TestCase
{
    public function testAPlanThatStayedHasNoDrift(): void
    {
        self::assertSame([], PlanDrift::between(Jobs::demo(), Jobs::demo()));
    }

    public function testWhatIsNewGoneAndChanged(): void
    {
        $job = Jobs::demo();
        $copy = ['id' => 'guest-9', 'name' => 'New kiosk'] + ($job->record(Device::class, 'guest-1') ?? []);
        $now = $job->with(new ChangeSet('', [
            new Edit(Device::class, 'guest-2', $job->record(Device::class, 'guest-2'), null),
            new Edit(Device::class, 'guest-9', null, $copy),
            $job->editInterface(Device::class, 'receiver-3', 0, ['gateway' => '10.47.60.1']),
        ]));
        $drift = PlanDrift::between($job, $now);
        self::assertSame(
            ['devices receiver-3 changed', 'devices guest-2 gone', 'devices guest-9 new'],
            array_map(static fn (RecordDrift $d): string => $d->list.' '.$d->id.' '.$d->is, $drift),
        );
        self::assertSame([['Interfaces 1 Gateway', 'nothing', '10.47.60.1']], $drift[0]->fields);
        self::assertSame([], $drift[1]->fields);
        $again = $now->with(new ChangeSet('', array_map(static fn (RecordDrift $d): Edit => $d->back, $drift)));
        self::assertSame($job->records['devices'], $again->records['devices']);
    }

    /** Other records by their names, choices by their words. */
    public function testDriftIsInWords(): void
    {
        $job = Jobs::demo();
        $now = $job->with(new ChangeSet('', [
            $job->edit(Device::class, 'berth-1', ['location' => 'waiting-hall', 'stage' => 'set-up']),
            $job->editInterface(Device::class, 'berth-2', 0, ['segment' => 'control']),
        ]));
        $drift = PlanDrift::between($job, $now);
        self::assertSame([['Location', 'Pier and ramps', 'Waiting hall'], ['Stage', 'as left', 'configured']], $drift[0]->fields);
        self::assertSame([['Interfaces 1 Segment', 'Video', 'Control room']], $drift[1]->fields);
    }

    /** What was not seen then, or is not seen now, says nothing; nor does another way of failing. */
    public function testWhichPairsTurned(): void
    {
        $then = ['a' => 'through', 'b' => 'through', 'c' => 'no-reply', 'd' => 'no-reply', 'e' => 'untried', 'f' => 'through'];
        $now = ['b' => 'one-way', 'c' => 'through', 'd' => 'one-way', 'e' => 'no-reply', 'f' => 'untried', 'g' => 'no-reply'] + $then;
        self::assertSame([
            'b' => ['was' => PairVerdict::Through, 'is' => PairVerdict::OneWay],
            'c' => ['was' => PairVerdict::NoReply, 'is' => PairVerdict::Through],
        ], ProofDrift::between($then, $now));
    }

    /** An intent is proven once every pair was seen, and all of them hold. */
    public function testWhatIsProvenOnPaperOnlyIsOpen(): void
    {
        $job = Jobs::demo();
        $intents = ['windows-call-windows' => ['span' => PairVerdict::Through, 'pairs' => 4, 'counts' => []]];
        $says = static function (int $inLab, int $holdingInLab, int $onSite, int $holdingOnSite) use ($job, $intents): string {
            $seen = ['windows-call-windows' => new SeenCounts($inLab, $holdingInLab, $onSite, $holdingOnSite)];
            $items = (new OpenItems(
                job: $job,
                findings: [],
                intents: $intents,
                seen: $seen,
                silent: [],
                accepted: [],
                today: new Today('2026-11-26'),
            ))->all();
            $own = array_filter($items, static fn (OpenItem $i): bool => 'intent-windows-call-windows' === $i->id);

            return array_values($own)[0]->detail ?? '';
        };
        self::assertSame('Predicted to hold; 0 of 4 pairs tested on site.', $says(0, 0, 0, 0));
        self::assertSame('Predicted to hold; 3 of 4 pairs tested on site.', $says(0, 0, 3, 3));
        self::assertSame('Tested on site: 3 of 4 pairs hold.', $says(4, 4, 4, 3));
        self::assertSame(
            'Predicted to hold; 0 of 4 pairs tested on site. In the lab 4 hold.',
            $says(4, 4, 0, 0),
            'stand-ins prove nothing',
        );
        self::assertSame('Tested in the lab: 3 of 4 pairs hold.', $says(4, 3, 0, 0));
        self::assertSame('', $says(0, 0, 4, 4));
        self::assertSame('', $says(4, 1, 4, 4), 'the site decides');
    }

    public function testWhoWasSilentIsNamed(): void
    {
        $silent = ['10.47.60.33' => 'on Monday', '10.47.99.99' => 'on Monday'];
        $items = (new OpenItems(
            job: Jobs::demo(),
            findings: [],
            intents: [],
            seen: [],
            silent: $silent,
            accepted: [],
            today: new Today('2026-11-26'),
        ))->all();
        $own = array_filter($items, static fn (OpenItem $i): bool => OpenKind::Silent === $i->kind);
        self::assertSame(['10.47.60.33 did not reply, on Monday.'], array_column($own, 'detail'), 'nobody is planned at the other one');
    }

    public function testWhatWasAcceptedKeepsItsReason(): void
    {
        $items = (new OpenItems(
            job: Jobs::demo(),
            findings: [],
            intents: [],
            seen: [],
            silent: [],
            accepted: ['unit-berth-4' => 'Comes in spring.'],
            today: new Today('2026-11-26'),
        ))->all();
        $accepted = array_values(array_filter($items, static fn (OpenItem $i): bool => $i->isAccepted()));
        self::assertSame([['unit-berth-4', OpenKind::Units, 'Comes in spring.']], array_map(
            static fn (OpenItem $i): array => [$i->id, $i->kind, $i->reason],
            $accepted,
        ));
    }
}
