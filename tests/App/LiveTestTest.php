<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\TestRun;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Record\Json;

/** The live test through the application. No lab runs here: what is asked on loopback is refused, which is an answer too. */
final class LiveTestTest extends AppTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->labRuns();
    }

    public function testAPairIsAskedByTheWorkerAndWrittenDownWithItsEvidence(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof?intent=guests-phone-system&pair=guest-1%3Epbx');
        $this->client->submitForm('Test this pair live L');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'waiting for the worker');
        $this->work();
        $seen = $this->em()->getRepository(Observation::class)->findAll();
        self::assertCount(1, $seen);
        self::assertSame('guest-1>pbx', $seen[0]->getPair());
        self::assertSame('guest-1', $seen[0]->getVantage());
        self::assertMatchesRegularExpression('/^tcp 127\.47\.10\.10:\d+ \w+ in [\d.]+ ms$/', (string) $seen[0]->getEvidence());
        $this->client->request('GET', self::JOB.'/proof?intent=guests-phone-system&pair=guest-1%3Epbx');
        self::assertSelectorTextContains('.why', 'live in the lab from Ticket office tablet');
        self::assertSelectorTextContains('[role=status]', '1 pair tested in the lab');
        self::assertSelectorTextSame('.where', '◇ lab');
        $site = SweepRun::ON_SITE;
        $who = $this->person('tomas');
        $span = PairVerdict::KeptApart;
        $stored = $this->stored();
        $later = new \DateTimeImmutable('+1 minute');
        $this->em()->persist(new Observation(
            job: $stored,
            intent: 'guests-phone-system',
            asker: 'guest-1',
            asked: 'pbx',
            span: $span,
            note: '',
            user: $who,
            at: $later,
            vantage: $site,
            evidence: 'tcp',
        ));
        $this->em()->flush();
        $this->client->request('GET', self::JOB.'/proof?intent=guests-phone-system&pair=guest-1%3Epbx');
        self::assertSelectorTextSame('.where', '◆ site');
        self::assertSelectorTextContains('.why', 'live on the site');
    }

    /** One step of the calls is tested by its key, with just its pairs, and comes back to its page. */
    public function testAStepOfTheCallsIsTestedByItself(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof/calls');
        self::assertSelectorTextContains('.next', 'Next: Provisioning (key F).');
        $this->client->submitForm('Test Internal call, same subnet 2');
        self::assertResponseRedirects(self::JOB.'/proof/calls');
        $this->work();
        $seen = $this->em()->getRepository(Observation::class)->findAll();
        self::assertSame(['ticket-1>ticket-2'], array_map(static fn (Observation $o): string => $o->getPair(), $seen));
        $this->client->request('GET', self::JOB.'/proof/calls');
        self::assertSelectorTextContains('[data-state=broken]:nth-child(3)', 'live: 0 of 1 hold', 'no lab answers here');
        // What was tried and failed is to be mended, not pressed again.
        $this->em()->persist($this->through(intent: 'windows-fetch', from: 'ticket-1', to: 'pbx'));
        $this->em()->persist($this->through(intent: 'windows-fetch', from: 'ticket-2', to: 'pbx'));
        $this->em()->flush();
        $this->client->request('GET', self::JOB.'/proof/calls');
        self::assertSelectorTextContains('[data-state=proven]', 'live: 2 of 2 hold');
        self::assertSelectorTextContains('.next', 'Next: SIP registration (key 1).');
    }

    public function testAViewerSeesTheOrderAndTestsNothing(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/proof/calls');
        self::assertSelectorTextContains('.ladder', 'Conference capacity');
        self::assertSelectorNotExists('.ladder form');
    }

    private function through(string $intent, string $from, string $to): Observation
    {
        return new Observation(
            job: $this->stored(),
            intent: $intent,
            asker: $from,
            asked: $to,
            span: PairVerdict::Through,
            note: '',
            user: $this->person('tomas'),
            at: new \DateTimeImmutable(),
        );
    }

    public function testALaterTestSupersedesAndBothStay(): void
    {
        $this->as('tomas');
        foreach ([1, 2] as $time) {
            $this->post(self::JOB.'/tests', ['intent' => 'guests-phone-system', 'pair' => 'guest-1>pbx']);
            $this->work();
            self::assertSame($time, $this->em()->getRepository(Observation::class)->count([]));
        }
        $crawler = $this->client->request('GET', self::JOB.'/proof?intent=guests-phone-system');
        // Whether it holds depends on what stands on this machine's loopback; that the pair counts once does not.
        $latest = $this->em()
            ->getRepository(Observation::class)
            ->findOneBy([], ['id' => 'DESC']);
        self::assertSame(
            \sprintf('◇ %d of 1 hold in the lab', (int) $latest?->getSpan()->holds()),
            trim($crawler->filter('tr.sel td[data-label=Tested]')->first()->text()),
        );
    }

    public function testAStoppedTestAsksNobody(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/tests');
        $run = $this->em()->getRepository(TestRun::class)->findOneBy([]) ?? throw new \LogicException();
        $this->post(self::JOB.'/runs/'.$run->getId().'/stop');
        $this->work();
        self::assertSame(0, $this->em()->getRepository(Observation::class)->count([]));
        $this->part(self::JOB.'/runs/'.$run->getId());
        self::assertSelectorTextContains('[role=status]', 'stopped');
        self::assertSame('true', $this->client->getResponse()->headers->get('HX-Refresh'));
    }

    public function testWhatCannotBeAskedYetIsSaidSo(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/proof/intents/+', [
            'name' => 'Ping',
            'kind' => 'reach',
            'service' => 'udp/4000',
            'from' => ['device:berth-1'],
            'to' => ['device:pbx'],
            'expect' => 'must',
        ]);
        $this->post(self::JOB.'/tests', ['intent' => 'ping']);
        $this->work();
        $this->client->request('GET', self::JOB.'/proof');
        self::assertSelectorTextContains('[role=status]', 'Nothing here can be tested live yet');
    }

    public function testFieldModeIsALeadsSwitchWithConfirmedRangesAndAJournalEntry(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/field-mode', ['ranges' => '203.0.113.0/28', 'confirmed' => '1']);
        self::assertSame(403, $this->code());
        $this->post(self::JOB.'/tests', ['onSite' => '1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Field mode is off');
        self::assertSame(0, $this->em()->getRepository(TestRun::class)->count([]));
        $this->as('ines');
        foreach (
            [
                '' => 'one to 12',
                '10.0.0.0/8' => '/16 or longer',
                '224.0.0.0/24' => 'unicast',
                '10.47.60.9/25' => '10.47.60.0/25',
            ] as $ranges => $word
        ) {
            $this->post(self::JOB.'/field-mode', ['ranges' => $ranges, 'confirmed' => '1']);
            $this->client->followRedirect();
            self::assertSelectorTextContains('[role=alert]', $word);
        }
        $this->post(self::JOB.'/field-mode', ['ranges' => '203.0.113.0/28']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'owner of these networks has given permission');
        $this->post(self::JOB.'/field-mode', ['ranges' => '203.0.113.0/28', 'confirmed' => '1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.why', 'Enabled field mode for 203.0.113.0/28');
    }

    /** No address of the demo lies in the confirmed range, so nothing at all is contacted, and every pair says so. */
    public function testOnTheSiteNothingOutsideTheConfirmedRangesIsAsked(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/field-mode', ['ranges' => '203.0.113.0/28', 'confirmed' => '1']);
        $this->client->request('GET', self::JOB.'/proof');
        self::assertSelectorTextContains('main', 'real devices in 203.0.113.0/28 would be tested');
        $this->post(self::JOB.'/tests', ['onSite' => '1', 'intent' => 'station-cameras']);
        $this->work();
        $seen = $this->em()->getRepository(Observation::class)->findAll();
        self::assertCount(8, $seen);
        foreach ($seen as $observation) {
            self::assertSame('this-machine', $observation->getVantage());
            self::assertMatchesRegularExpression('/outside the confirmed ranges|has no address/', (string) $observation->getEvidence());
        }
        $this->post(self::JOB.'/field-mode', ['off' => '1']);
        $this->client->request('GET', self::JOB.'/proof');
        self::assertSelectorTextNotContains('main', 'real units');
    }

    public function testAProbeFileIsTakenOverAndBadLinesAreNamed(): void
    {
        $this->as('tomas');
        $file = (string) tempnam(sys_get_temp_dir(), 'probe');
        file_put_contents(
            $file,
            implode("\n", [
                '{"intent":"hut-calls-control","from":"hut-phone","to":"codec","seen":"one-way","holds":false,'
                .'"vantage":"hut-phone","evidence":"call 127.47.30.50:5060 one-way"}',
                '{"intent":"hut-calls-control","from":"hut-phone","to":"nobody","seen":"through"}',
                '{"intent":"hut-calls-control","from":"hut-phone","to":"codec","seen":"splendid"}',
                'nonsense',
            ]),
        );
        $this->client->request(
            'POST',
            self::JOB.'/tests/import',
            ['_token' => 'csrf-token'],
            ['file' => new UploadedFile($file, 'far.ndjson', null, null, true)],
            ['HTTP_ORIGIN' => 'http://localhost'],
        );
        $this->client->followRedirect();
        $said = implode(' ', $this->client->getCrawler()->filter('.said')->each(static fn ($p): string => $p->text()));
        foreach (['1 observation imported, 3 lines refused', 'line 2, to', 'line 3, seen', 'line 4'] as $text) {
            self::assertStringContainsString($text, $said);
        }
        $this->client->request('GET', self::JOB.'/proof?intent=hut-calls-control&pair=hut-phone%3Ecodec');
        self::assertSelectorTextContains('#intent', 'tested one-way');
        self::assertSelectorTextContains('.why', 'call 127.47.30.50:5060 one-way');
        self::assertSelectorTextContains('.why', 'not as planned');
    }

    /** From a laptop whose clock was an hour ahead: times are put right, and what it saw otherwise than others is told. */
    public function testResultsOfAKitAreMerged(): void
    {
        $head = [
            'results' => 1,
            'job' => 'Kestrel Sound Ferries',
            'vantage' => 'laptop in the hut',
            'began' => '2026-03-01T11:00:00+00:00',
        ];
        $line = ['intent' => 'hut-calls-control', 'from' => 'hut-phone', 'to' => 'codec', 'seen' => 'through', 'vantage' => 'hut-phone'];
        $this->as('tomas');
        $this->bringBack([$line + ['at' => '2026-03-01T10:30:00+00:00']]);
        $far = ['seen' => 'no-reply', 'vantage' => 'laptop in the hut', 'at' => '2026-03-01T11:40:00+00:00'] + $line;
        $same = ['to' => 'control-phone-1', 'seen' => 'through'] + $far;
        $dialled = ['intent' => 'tickets-from-outside', 'from' => 'trunk:carrier', 'to' => 'number:2025550121'] + $same;
        $clock = ['offset' => -3600.0, 'clock' => '10.47.1.123'];
        $this->bringBack([$head + $clock, $far, $same, $dialled, ['from' => 'trunk:gone'] + $dialled]);
        $said = $this->client->getCrawler()->filter('.said')->last()->text();
        self::assertStringContainsString('Tested from laptop in the hut; its clock was 3600.0 s ahead, by 10.47.1.123.', $said);
        self::assertStringContainsString('1 pair differ from another vantage point', $said);
        self::assertStringContainsString('3 observations imported, 1 line refused.', $said);
        self::assertSelectorTextContains('h1', 'Conflicting test results');
        $words = $this->client->getCrawler()->filter('.open-items p')->each(static fn (Crawler $p): string => trim($p->text()));
        self::assertSame([
            'no reply from laptop in the hut, 1 Mar 2026, 11:40',
            'works from Hut phone, 1 Mar 2026, 11:30',
        ], $words, 'ten minutes later, not seventy');
        self::assertSame(4, $this->number('SELECT COUNT(*) FROM observation'));
        $this->bringBack([['job' => 'Another'] + $head, $far]);
        self::assertStringContainsString('belongs to another job', $this->client->getCrawler()->filter('.said')->text());
        self::assertSame(4, $this->number('SELECT COUNT(*) FROM observation'), 'nothing of it is taken');
        $this->bringBack([['at' => '2099-01-01T00:00:00+00:00'] + $far]);
        self::assertSame(5, $this->number('SELECT COUNT(*) FROM observation WHERE at <= UTC_TIMESTAMP()'), 'nothing is seen in the future');
        $this->bringBack([$head]);
        self::assertSelectorTextContains('.said', 'holds no results');
    }

    /** @param list<array<string, mixed>> $lines */
    private function bringBack(array $lines): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'results');
        file_put_contents($path, implode("\n", array_map(Json::line(...), $lines)));
        $files = ['file' => new UploadedFile($path, 'results.ndjson', test: true)];
        $values = ['_token' => 'csrf-token'];
        $this->client->request('POST', self::JOB.'/tests/import', $values, $files, ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->followRedirect();
    }

    public function testOnlyTechniciansTestAndOnlyThisJobsTests(): void
    {
        $this->as('vera');
        $this->post(self::JOB.'/tests');
        self::assertSame(403, $this->code());
        $this->as('tomas');
        $this->post(self::JOB.'/tests', ['intent' => 'no-such']);
        self::assertSame(404, $this->code());
        $this->post(self::JOB.'/tests');
        $run = $this->em()->getRepository(TestRun::class)->findOneBy([]) ?? throw new \LogicException();
        $this->client->request('GET', '/job/skerry-slip/runs/'.$run->getId());
        self::assertSame(404, $this->code());
    }
}
