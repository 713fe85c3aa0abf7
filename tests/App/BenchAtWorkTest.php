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
        self::assertMatchesRegularExpression('/^\d+ steps on \d+ units by 2 people/', $two);
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
        self::assertStringContainsString('comes at', $late->filter('.why')->text());
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

    /** @return list<string> */
    private function taken(Crawler $page): array
    {
        $checked = $page->filter('.batch input[name="units[]"][checked], .batch input[type=hidden][name="units[]"]');

        return $checked->each(static fn (Crawler $i): string => (string) $i->attr('value'));
    }

    private function record(Crawler $page): void
    {
        $this->post(self::JOB.'/bench/several', [
            'of' => $page->filter('#batch input[name=of]')->attr('value'),
            'steps' => $page->filter('#batch input[name=steps]')->attr('value'),
            'units' => $this->taken($page),
        ]);
    }
}
