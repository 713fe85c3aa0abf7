<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\Core\Job\Stage;

/** Several units at once, and the order of the day. */
final class BenchAtWorkTest extends AppTestCase
{
    private const PHONES = self::JOB.'/bench/several?of=kind:analogue-phone';
    private const CAMERAS = self::JOB.'/bench/several?of=kind:ptz-camera-rotary';

    public function testAStepIsMarkedOnManyAtOnceAndTakenBackAtOnce(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::PHONES);
        $taken = $this->taken($page);
        self::assertGreaterThan(1, \count($taken));
        $step = $page->filter('#batch input[name=steps]')->attr('value');
        $before = $this->number('SELECT COUNT(*) FROM journal');
        $this->record($page);
        $after = $this->client->followRedirect();
        self::assertSame($before + 1, $this->number('SELECT COUNT(*) FROM journal'), 'one entry');
        self::assertSame(\count($taken), $this->number('SELECT COUNT(*) FROM bench_record WHERE step = ?', (string) $step));
        self::assertNotSame($step, $after->filter('#batch input[name=steps]')->attr('value'), 'on to the next');
        $this->post((string) $after->filter('form[action*="/undo/"]')->first()->attr('action'));
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM bench_record WHERE withdrawn = 0'));
    }

    public function testManyCostNoMoreQuestionsThanOne(): void
    {
        $this->as('tomas');
        $recorded = $this->number('SELECT COUNT(*) FROM bench_record');
        $costs = [];
        foreach ([1, 3] as $count) {
            $page = $this->client->request('GET', self::JOB.'/bench/several?of=kind:paging-horn');
            $units = \array_slice($this->taken($page), 0, $count);
            self::assertCount($count, $units);
            $before = $this->selects();
            $this->record($page, $units);
            self::assertResponseRedirects();
            $costs[] = $this->selects() - $before;
        }
        self::assertLessThanOrEqual(2, $costs[1] - $costs[0], implode(', ', $costs));
        self::assertSame($recorded + 4, $this->number('SELECT COUNT(*) FROM bench_record'));
    }

    public function testTheHolderOfAFactoryAddressIsServedFirstAndItsTimeRunsInItsCell(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/vault/make');
        $answers = ['address.berth-4.0' => '10.47.20.30', 'address.berth-5.0' => '10.47.20.31'];
        $this->post(self::JOB.'/ask', ['answers' => $answers]);
        $page = $this->client->request('GET', self::CAMERAS);
        for ($n = 0; $n < 12 && 'power' !== $page->filter('#batch input[name=steps]')->attr('value'); ++$n) {
            $this->record($page);
            $page = $this->client->followRedirect();
        }
        self::assertCount(1, $this->taken($page), 'one at a time');
        $holder = $this->taken($page)[0];
        $this->record($page);
        $page = $this->client->followRedirect();
        self::assertStringContainsString('has 192.', $page->filter('.batch small')->text());
        self::assertGreaterThan(0, $page->filter('.batch .is-queued')->count(), 'the others wait');
        self::assertCount(1, $page->filter('.batch [data-ends]'));
        self::assertSame($holder, $this->em()->getRepository(BenchTimer::class)->findAll()[0]->getDevice());
        for ($n = 0; $n < 12 && [$holder] !== $this->taken($page); ++$n) {
            $this->record($page);
            $page = $this->client->followRedirect();
        }
        $this->record($page);
        $this->em()->clear();
        $running = array_map(static fn (BenchTimer $t): string => $t->getStep(), $this->em()->getRepository(BenchTimer::class)->findAll());
        self::assertNotContains('power', $running, 'who goes on knows that it is up');
        $other = array_values(array_diff(['berth-4', 'berth-5'], [$holder]))[0];
        $this->post(self::JOB.'/bench/several', ['of' => 'kind:ptz-camera-rotary', 'steps' => 'contact', 'units' => [$other]]);
        self::assertStringContainsString('the order of the runbook', $this->client->followRedirect()->filter('.said.error')->text());
    }

    public function testViewersSeeTheTableAndMarkNothing(): void
    {
        $this->as('vera');
        self::assertCount(0, $this->client->request('GET', self::CAMERAS)->filter('#batch'));
        $this->post(self::JOB.'/bench/several', ['of' => 'kind:ptz-camera-rotary', 'steps' => 'unpack', 'units' => ['berth-4']]);
        self::assertSame(403, $this->code());
        foreach (['/bench/several?of=kind:nothing', '/bench/several?of=place:nowhere', '/bench/several?of=x&step=y'] as $odd) {
            $this->client->request('GET', self::JOB.$odd);
            self::assertResponseIsSuccessful($odd);
        }
    }

    public function testTheDayIsPlannedAnewFromWhatIsDoneAndWithoutWhatIsLate(): void
    {
        $this->as('tomas');
        $two = $this->client->request('GET', self::JOB.'/bench/schedule')->filter('.head small')->text();
        self::assertMatchesRegularExpression('/^\d+ steps on \d+ devices by 2 people/', $two);
        $steps = static fn (string $text): int => (int) $text;
        $one = $this->client->request('GET', self::JOB.'/bench/schedule?n=1')->filter('.head small')->text();
        self::assertStringContainsString('by 1 person', $one);
        $link = $this->client->request('GET', self::JOB.'/bench/schedule')->filter('.next a')->attr('href');
        $this->post(explode('?', (string) $link)[0], ['step' => explode('step=', (string) $link)[1], 'reason' => 'as planned']);
        $after = $this->client->request('GET', self::JOB.'/bench/schedule');
        self::assertSame($steps($two) - 1, $steps($after->filter('.head small')->text()));
        self::assertNotSame($link, $after->filter('.next a')->attr('href'));
        $unit = explode('/', explode('?', (string) $after->filter('.next a')->attr('href'))[0])[4];
        $this->post(self::JOB.'/bench/schedule/late', ['device' => $unit, 'at' => '23:59']);
        $late = $this->client->followRedirect();
        self::assertStringNotContainsString('/'.$unit.'?', (string) $late->filter('.next a')->attr('href'), 'the others first');
        self::assertStringContainsString('expected at 23:59', $late->filter('.why')->text());
        self::assertLessThan('23:30', $this->em()->getConnection()->fetchOne('SELECT TIME(until) FROM late_unit'), 'kept in UTC');
        $this->post(self::JOB.'/bench/schedule/late', ['device' => $unit, 'at' => '25:00']);
        self::assertStringContainsString('allowed is a time of day', $this->client->followRedirect()->filter('.said.error')->text());
    }

    public function testWhoIsHereHasARowOfTheirOwn(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/bench/schedule/hand', ['here' => 1]);
        $this->as('tomas');
        $this->post(self::JOB.'/bench/schedule/hand', ['here' => 1]);
        $page = $this->client->followRedirect();
        $names = $page->filter('.people-now h2')->each(static fn (Crawler $h): string => $h->text());
        self::assertSame(['Ines Aldermoor', 'Tomas Wray (you)'], $names);
        self::assertStringStartsWith('You now:', $page->filter('.next b')->text());
        $this->post(self::JOB.'/bench/schedule/hand', ['here' => 0]);
        self::assertCount(1, $this->client->followRedirect()->filter('.people-now h2'));
        self::assertNotSame(Stage::AsLeft, $this->job()->devices['berth-4']->stage);
    }

    public function testWhatWasWrittenOnPaperIsKeyedInForWhoeverDidIt(): void
    {
        $this->as('ines');
        $paper = $this->client->request('GET', self::JOB.'/bench/paper?place=ticket-hall');
        $units = $paper->filter('.paper-unit h1')->each(static fn (Crawler $h): string => $h->text());
        self::assertStringStartsWith('1 ', $units[0]);
        self::assertStringContainsString('1.1 ', $paper->filter('.paper-step h3')->text());
        self::assertStringContainsString('Done by …', $paper->filter('.paper-sign')->text());
        $form = $this->client->request('GET', self::JOB.'/bench/keyed?device=customs-phone');
        self::assertSame('open: 1-', substr($form->filter('small')->reduce(
            static fn (Crawler $s): bool => str_starts_with($s->text(), 'open: '),
        )->text(), 0, 8));
        $tomas = (string) $this->person('tomas')->getId();
        $other = (string) $this->job()->devices['ramp-phone']->interfaces[0]->mac;
        $mac = (string) $this->job()->devices['customs-phone']->interfaces[0]->mac;
        $read = (string) $form->filter('input[name*="[read]"]')->first()->attr('name');
        preg_match('/\[read\]\[(\d+)\.(\d+)\]/', $read, $m);
        $number = (int) ($m[1] ?? 0);
        $key = \sprintf('%d.%d', $number, (int) ($m[2] ?? 0));
        $unit = static fn (string $done, string $read): array => ['customs-phone' => ['done' => $done, 'read' => [$key => $read]]];
        $values = ['device' => 'customs-phone', 'by' => $tomas, 'on' => '2026-01-02 10:30'];
        $this->post(self::JOB.'/bench/keyed', ['unit' => $unit('1-99', '')] + $values);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('.error-text', 'allowed is numbers of steps from 1 to');
        $page = $this->post(self::JOB.'/bench/keyed', ['unit' => $unit('1-'.$number, $other)] + $values);
        self::assertSelectorTextContains('.error-text', 'This is the MAC address of Ramp telephone');
        self::assertSame('1-'.$number, $page->filter('input[name="unit[customs-phone][done]"]')->attr('value'), 'nothing is lost');
        self::assertSame(0, $this->number('SELECT COUNT(*) FROM bench_record'));
        $this->post(self::JOB.'/bench/keyed', ['unit' => $unit('1-'.$number, $mac)] + $values);
        self::assertResponseRedirects();
        self::assertSame($number, $this->number('SELECT COUNT(*) FROM bench_record WHERE user_id = ?', $tomas), 'signed by who did it');
        self::assertSame($number, $this->number('SELECT COUNT(*) FROM bench_record WHERE at = ?', '2026-01-02 09:30:00'));
        $history = $this->client->request('GET', self::JOB.'/history')->text();
        self::assertStringContainsString('Paper records for Tomas Wray: Customs phone', $history);
        $this->post(self::JOB.'/bench/keyed', ['unit' => $unit('', '')] + ['on' => 'tomorrow'] + $values);
        self::assertSelectorTextContains('.said.error', 'allowed is a day and time that has passed');
    }

    public function testTheBriefIsTheStartOfTheDay(): void
    {
        $this->as('vera');
        self::assertStringContainsString('This is your first visit', $this->client->request('GET', self::JOB)->text());
        $this->as('tomas');
        $this->post(self::JOB.'/bench/ramp-phone', ['step' => 'unpack', 'reason' => 'first']);
        $this->em()->getConnection()->executeStatement('UPDATE job_look SET at = DATE_SUB(at, INTERVAL 2 HOUR), since = at');
        $this->em()->clear();
        $this->as('vera');
        $day = $this->client->request('GET', self::JOB)->filter('.day-start')->text();
        self::assertStringContainsString('1 change by others since', $day);
        self::assertStringContainsString('Ramp telephone: Unpack and check contents', $day);
        self::assertStringContainsString('The licence desk Timetable server', $day);
        self::assertStringContainsString('The client Crew room bar', $day);
        self::assertMatchesRegularExpression('/\d+ h \d\d min of work on \d+ devices/', $day);
    }

    public function testDatesAreListedAndGoIntoACalendar(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/dates');
        self::assertStringContainsString('Content keys', $page->filter('main table')->text());
        self::assertStringContainsString('same firmware family', $page->filter('main')->text());
        $this->client->request('GET', self::JOB.'/dates.ics');
        self::assertStringStartsWith("BEGIN:VCALENDAR\r\n", $this->body());
        self::assertStringContainsString('ends-', $this->body());
        foreach (['licences', 'firmware', 'time'] as $paper) {
            $this->client->request('GET', self::JOB.'/papers/'.$paper.'.csv');
            self::assertResponseIsSuccessful();
        }
    }

    /** @return list<string> */
    private function taken(Crawler $page): array
    {
        $checked = $page->filter('.batch input[name="units[]"][checked], .batch input[type=hidden][name="units[]"]');

        return $checked->each(static fn (Crawler $i): string => (string) $i->attr('value'));
    }

    /** Enter on empty fields signs nothing; what is read later is said wherever the unit is shown. */
    public function testWhatIsNotReadIsAChoiceAndStaysVisible(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/berth-5';
        $this->post($bench, ['step' => 'unpack']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', 'what was read');
        self::assertSelectorTextContains('button[name=later]', 'Record, read later');
        $this->post($bench, ['step' => 'unpack', 'later' => '1']);
        self::assertResponseRedirects();
        $page = $this->client->request('GET', $bench.'?step=unpack');
        self::assertStringContainsString('not read', $page->filter('.kept')->text());
        self::assertStringContainsString('to be read later', $page->filter('.kept')->text());
        $this->as('ines');
        $open = $this->client->request('GET', self::JOB.'/hand-over')->filter('main')->text();
        self::assertMatchesRegularExpression('/Berth 5 camera: not read.*MAC/i', $open);
        $this->as('tomas');
        $this->post($bench, ['step' => 'unpack', 'reopen' => '1']);
        $mac = (string) $this->job()->devices['berth-5']->interfaces[0]->mac;
        $this->post($bench, ['step' => 'unpack', 'read' => [$mac]]);
        $this->as('ines');
        $open = $this->client->request('GET', self::JOB.'/hand-over')->filter('main')->text();
        self::assertDoesNotMatchRegularExpression('/Berth 5 camera: not read/', $open);
    }

    public function testAPlanThatChangesSaysWhatIsToBeDoneAgain(): void
    {
        $this->as('tomas');
        $bench = self::JOB.'/bench/berth-1';
        $this->post($bench, ['step' => 'address', 'reason' => 'done on the bench']);
        self::assertResponseRedirects();
        $open = fn (): string => $this->client->request('GET', self::JOB.'/hand-over')->filter('main')->text();
        self::assertStringNotContainsString('to do again', $open());
        $was = (string) $this->job()->devices['berth-1']->interfaces[0]->gateway;
        $this->as('ines');
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'gateway', 'value' => '10.47.20.254']);
        self::assertStringContainsString('Berth 1 camera: to do again', $open());
        self::assertStringContainsString(\sprintf('Gateway was %s, is 10.47.20.254', $was), $open());
        $step = $this->client->request('GET', $bench.'?step=address')->filter('.kept')->first()->text();
        self::assertStringContainsString('Repeat: Gateway was', $step);
        $this->post($bench, ['step' => 'address', 'reopen' => '1']);
        $this->post($bench, ['step' => 'address', 'reason' => 'set anew']);
        self::assertStringNotContainsString('to do again', $open());
    }

    public function testABatchDoesNotReadForAnybody(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::CAMERAS);
        self::assertSelectorTextContains('button[name=later]', 'Record, read later');
        $before = $this->number('SELECT COUNT(*) FROM bench_record');
        $this->post(self::JOB.'/bench/several', ['of' => 'kind:ptz-camera-rotary', 'steps' => 'unpack', 'units' => $this->taken($page)]);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'what was read');
        self::assertSame($before, $this->number('SELECT COUNT(*) FROM bench_record'));
    }

    /** What others must say is not said because somebody presses Enter. */
    public function testWhatOthersMustSayIsNotDoneWhileItIsOpen(): void
    {
        $this->as('tomas');
        $bar = self::JOB.'/bench/crew-bar';
        $this->post($bar, ['step' => 'ask']);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', 'answers that are missing');
        $this->post($bar, ['step' => 'ask', 'reason' => 'The client brings it on the day']);
        self::assertResponseRedirects();
    }

    /** @param list<string>|null $units */
    private function record(Crawler $page, ?array $units = null): void
    {
        $this->post(self::JOB.'/bench/several', [
            'of' => $page->filter('#batch input[name=of]')->attr('value'),
            'steps' => $page->filter('#batch input[name=steps]')->attr('value'),
            'units' => $units ?? $this->taken($page),
            'later' => '1',
        ]);
    }

    /** Every device of the schedule stands in the table of the day, at the time at which its steps are drawn. */
    public function testTheWholeDayIsReadWithNamesAndTheDrawingIsZoomed(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/bench/schedule?n=3');
        $names = array_unique($page->filter('table.day td a')->each(static fn (Crawler $a): string => $a->text()));
        $drawn = array_unique($page->filter('.clock a title')->each(
            static fn (Crawler $t): string => (string) preg_replace('/^[\d:]+, (.*?): .*$/sD', '$1', $t->text()),
        ));
        self::assertGreaterThan(40, \count($names));
        self::assertEqualsCanonicalizing(array_values($drawn), array_values($names));
        self::assertCount(4, $page->filter('table.day thead th'), 'the time, and three technicians');
        $width = (int) $page->filter('.clock svg')->attr('width');
        $page = $this->client->click($page->selectLink('Single steps')->link());
        self::assertGreaterThan(3 * $width, (int) $page->filter('.clock svg')->attr('width'));
        self::assertCount(4, $page->filter('table.day thead th'), 'the number of technicians stays');
    }
}
