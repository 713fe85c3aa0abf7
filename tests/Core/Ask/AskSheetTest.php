<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Ask;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Ask\Answers;
use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\AskRows;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\AskText;
use Vorhut\Core\Ask\Target\AnswerContext;
use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

final class AskSheetTest extends TestCase
{
    private const KIND = ['settings' => [
        ['id' => 'account', 'name' => 'Room account', 'ask' => 'client', 'why' => 'It signs in.'],
        ['id' => 'channel', 'type' => 'whole', 'min' => 1, 'max' => 9, 'free' => 'job', 'ask' => 'network'],
        ['id' => 'mode', 'default' => 'a'],
    ]];

    public function testAnAnswerIsAskedOnceForAKindAndFillsEveryUnitThatWaits(): void
    {
        $job = Units::job(['bar' => self::KIND], ['one' => [], 'two' => [], 'three' => ['settings' => ['account' => 'own@example.test']]]);
        $item = self::sheet($job)->item('setting.account.bar');
        self::assertSame([OutsideSource::Client, 'Room account'], [$item?->who, $item?->what]);
        self::assertSame([['one', 'two'], ['Configuration']], [self::ids($item), $item?->blocks]);
        self::assertSame('role', self::waits($job, 'one'));
        $answers = Answers::read(
            $job,
            self::sheet($job),
            ['setting.account.bar' => 'hall@example.test'],
            new AnswerContext('Ada', '2026-11-26'),
        );
        self::assertSame(['one', 'two'], $answers->units());
        self::assertSame(['one', 'two', 'three'], array_keys($job->devices), 'nothing is changed by reading');
        $after = $job->with($answers->change);
        self::assertSame('', self::waits($after, 'one'));
        self::assertSame('hall@example.test', self::value($after, 'two', 'account'));
        self::assertSame('own@example.test', self::value($after, 'three', 'account'));
        $answered = self::sheet($after)->item('setting.account.bar');
        self::assertSame(['hall@example.test', 'Ada', '2026-11-26'], [$answered?->answer, $answered?->by, $answered?->on]);
        self::assertFalse($answered?->isOpen());
        $again = Answers::read($after, self::sheet($after), ['setting.account.bar' => 'new@example.test'], new AnswerContext('Ada', null));
        self::assertCount(1, $after->with($again->change)->all(Answer::class), 'a second answer takes the place of the first');
    }

    public function testWhatMustDifferIsAskedUnitByUnit(): void
    {
        $job = Units::job(['bar' => self::KIND], ['one' => [], 'two' => []]);
        $sheet = self::sheet($job);
        self::assertSame(['one'], self::ids($sheet->item('setting.channel.one')));
        $texts = ['setting.channel.one' => '3', 'setting.channel.two' => '12', 'gone' => 'x'];
        $answers = Answers::read($job, $sheet, $texts, new AnswerContext('', null));
        self::assertSame(['setting.channel.two'], array_keys($answers->refused));
        self::assertSame('a whole number from 1 to 9', $answers->refused['setting.channel.two']->allowed);
        self::assertSame(['gone'], $answers->unknown);
        self::assertSame(3, self::value($job->with($answers->change), 'one', 'channel'));
        self::assertNull(self::value($job->with($answers->change), 'two', 'channel'));
    }

    public function testWhatDiffersFromNetworkToNetworkIsAskedOnceForEach(): void
    {
        $kind = ['settings' => [['id' => 'public', 'name' => 'Public address', 'ask' => 'network', 'perSegment' => true]]];
        $in = static fn (string $segment, int $n): array => ['interfaces' => [['segment' => $segment, 'address' => "10.47.$n.9/24"]]];
        $units = ['one' => $in('a', 1), 'two' => $in('a', 1), 'three' => $in('b', 2), 'four' => ['interfaces' => []]];
        $job = Units::job(['bar' => $kind], $units, [
            'segments' => [
                ['id' => 'a', 'subnets' => [['prefix' => '10.47.1.0/24']]],
                ['id' => 'b', 'subnets' => [['prefix' => '10.47.2.0/24']]],
            ],
        ]);
        $sheet = self::sheet($job);
        self::assertSame(['one', 'two'], self::ids($sheet->item('setting.public.bar.a')));
        self::assertSame('Public address, in b', $sheet->item('setting.public.bar.b')?->what);
        self::assertSame(['four'], self::ids($sheet->item('setting.public.bar')), 'one in no network is asked for all the same');
        $texts = ['setting.public.bar.a' => '198.51.100.2', 'setting.public.bar.b' => '203.0.113.9'];
        $after = $job->with(Answers::read($job, $sheet, $texts, new AnswerContext('', null))->change);
        $told = array_map(static fn (string $id): mixed => self::value($after, $id, 'public'), ['one', 'two', 'three', 'four']);
        self::assertSame(['198.51.100.2', '198.51.100.2', '203.0.113.9', null], $told);
    }

    public function testFixedAddressesAreAskedForAndGoIntoThePlan(): void
    {
        $open = ['interfaces' => [['segment' => 'a', 'address' => null, 'mac' => '02-47-00-00-00-01']]];
        $job = Units::job(['bar' => []], ['one' => $open]);
        $item = self::sheet($job)->item('address.one.0');
        self::assertSame(['Set the IP address'], $item?->blocks);
        self::assertStringContainsString('02-47-00-00-00-01', $item->why);
        $sheet = self::sheet($job);
        $take = static fn (string $text): Answers => Answers::read($job, $sheet, ['address.one.0' => $text], new AnswerContext('', null));
        $interface = $job->with($take('10.47.1.77')->change)->devices['one']->interfaces[0];
        self::assertSame(['10.47.1.77/24', '10.47.1.1'], [(string) $interface->address, (string) $interface->gateway]);
        self::assertArrayHasKey('address.one.0', $take('10.48.1.77')->refused);
        $typed = Units::job(['bar' => []], ['one' => ['interfaces' => [$open['interfaces'][0] + ['gateway' => '10.47.1.254']]]]);
        $change = Answers::read($typed, self::sheet($typed), ['address.one.0' => '10.47.1.77'], new AnswerContext('', null))->change;
        $gateway = (string) $typed->with($change)->devices['one']->interfaces[0]->gateway;
        self::assertSame('10.47.1.254', $gateway, 'what was typed by hand stays');
        self::assertArrayHasKey('address.one.0', $take('upstairs')->refused);
        self::assertNull(self::sheet(Units::job(['bar' => []], ['one' => []]))->item('address.one.0'), 'it has one');
    }

    public function testFieldsOfThePlanAreFilled(): void
    {
        $job = Units::job(['desk' => ['family' => 'phone']], ['one' => []]);
        $sheet = self::sheet($job);
        $item = $sheet->item('place.hall.dispatch');
        self::assertSame(OutsideSource::Client, $item?->who);
        $answers = Answers::read($job, $sheet, ['place.hall.dispatch' => 'Pier 1, ground floor'], new AnswerContext('', null));
        $after = $job->with($answers->change);
        self::assertSame('Pier 1, ground floor', $after->all(Location::class)['hall']->dispatch);
        self::assertNull(self::sheet($after)->item('place.hall.dispatch'));
    }

    public function testWhatMustPassIsMadeOfWhatMustBeProven(): void
    {
        $sheet = self::sheet(Jobs::demo());
        $lines = array_filter($sheet->items, static fn (AskItem $i): bool => 'Firewall and NAT' === $i->block);
        $what = array_map(static fn (AskItem $i): string => $i->what, $lines);
        self::assertContains('TCP 80 from Control room (10.47.30.0/24) to Skerry Slip (10.47.70.20)', $what);
        foreach ($lines as $line) {
            self::assertDoesNotMatchRegularExpression('/from (.+) \(.*\) to \1 /', $line->what, 'it not forwarded to other segments');
        }
        $blocks = array_unique(array_map(static fn (AskItem $i): string => $i->block, $sheet->items));
        $usual = ['Addressing', 'Multicast', 'Discovery across segments', 'Switch ports', 'Wireless', 'Mail relay', 'Numbers'];
        foreach ($usual as $block) {
            self::assertContains($block, $blocks);
        }
        $note = $sheet->item(array_values($lines)[0]->id);
        $job = Jobs::demo();
        $answers = Answers::read($job, $sheet, [(string) $note?->id => 'allowed'], new AnswerContext('Ada', '2026-11-26'));
        self::assertSame('allowed', self::sheet($job->with($answers->change))->item((string) $note?->id)?->answer);
    }

    public function testItComesBackAsItWentOut(): void
    {
        $job = Units::job(['bar' => self::KIND], ['one' => []]);
        $rows = AskRows::rows(self::sheet($job));
        $at = array_search('setting.account.bar', array_column($rows, 0), true);
        $rows[(int) $at][10] = ' hall@example.test ';
        $read = AskRows::read([['Northpier'], [], AskRows::HEADS, ...array_map(array_values(...), $rows), ['', 'to be settled']]);
        $answers = Answers::read($job, self::sheet($job), $read ?? [], new AnswerContext('', null));
        self::assertSame(['setting.account.bar'], array_map(static fn (AskItem $i): string => $i->id, $answers->filled));
        self::assertNull(AskRows::read([['Name', 'Number'], ['a', 'b']]));
    }

    public function testNeededByIsSoManyDaysBeforeTheDayOnSite(): void
    {
        $visit = ['job' => ['visit' => ['on' => '2026-12-03', 'leadDays' => 7]]];
        $sheet = self::sheet($job = Units::job(['bar' => self::KIND], ['one' => []], $visit));
        self::assertSame('2026-11-26', $sheet->neededBy);
        $item = $sheet->items[0];
        self::assertFalse($sheet->isOverdue($item, '2026-11-26'));
        self::assertTrue($sheet->isOverdue($item, '2026-11-27'));
        self::assertStringContainsString('Please answer by 2026-11-26; we are on site on 2026-12-03.', AskText::write($sheet, $job->info));
        self::assertSame([], $sheet->to(OutsideSource::Carrier)->items);
    }

    private static function sheet(Job $job): AskSheet
    {
        return AskSheet::fromContext(new AskContext(new Settings($job), new Prover($job)));
    }

    /** @return list<string> */
    private static function ids(?AskItem $item): array
    {
        return array_column($item->units ?? [], 'id');
    }

    private static function value(Job $job, string $unit, string $setting): mixed
    {
        return (new Settings($job))->value($job->devices[$unit], $setting)?->value();
    }

    /** The first step that waits for an answer. */
    private static function waits(Job $job, string $unit): string
    {
        foreach ((new Runbooks(new Settings($job)))->runbook($job->devices[$unit])->steps as $step) {
            foreach ($step->blockedBy as $blocker) {
                if ('answer' === $blocker->kind && 'account' === $blocker->id) {
                    return $step->id;
                }
            }
        }

        return '';
    }
}
