<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Bench\BenchRecords;
use Vorhut\App\Bench\StepRecorded;
use Vorhut\App\Entity\Lab;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Entity\Visit;
use Vorhut\App\Entity\VisitFile;
use Vorhut\App\Entity\VisitRun;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Live\LiveTests;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Vault\Vault;
use Vorhut\App\Vault\VaultKey;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Net\MacAddress;
use Vorhut\Core\Profile\Step\RecordKind;
use Vorhut\Core\Runbook\RecordedValue;
use Vorhut\Core\Visit\UnitMarks;

/** Coming again: what is changed since hand-over, what is done about it, and the files that are kept. */
final class VisitTest extends AppTestCase
{
    private const PAIR = 'hut-calls-control hut-phone>control-phone-1';

    public function testAVisitNeedsSomebodyToAsk(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/visits', ['note' => 'Spring']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'No lab runs');
        $this->post(self::JOB.'/visits', ['note' => 'Spring', 'onSite' => '1']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Field mode is off');
        self::assertSame([], $this->em()->getRepository(VisitRun::class)->findAll());
        $this->labRuns();
        $tests = self::getContainer()->get(LiveTests::class);
        \assert($tests instanceof LiveTests);
        $context = $this->context();
        self::assertNull($tests->refusal($context, false, 5000));
        self::assertStringContainsString('5 001 pairs are too many', (string) $tests->refusal($context, false, 5001));
        $this->as('vera');
        $this->post(self::JOB.'/visits');
        self::assertSame(403, $this->code());
    }

    /** By the worker, in a lab of which nobody answers: what was set up and is silent is told, what never answered is not. */
    public function testAVisitIsMadeByTheWorker(): void
    {
        $job = $this->job();
        $others = array_diff(array_keys($job->intents), ['guests-phone-system']);
        $edits = array_map(static fn (int|string $id): Edit => new Edit(
            Intent::class,
            (string) $id,
            $job->record(Intent::class, (string) $id),
            null,
        ), array_values($others));
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $editor->apply($this->stored(), new ChangeSet('Fewer', $edits), $this->person('ines'), $this->version());
        $this->labRuns();
        $this->as('tomas');
        $this->post(self::JOB.'/visits', ['note' => 'Spring']);
        self::assertResponseRedirects(self::JOB.'/hand-over#visit', 303, 'where it says how far it is');
        $this->post(self::JOB.'/visits', ['note' => 'Once more']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'A visit is running');
        self::assertCount(1, $this->em()->getRepository(VisitRun::class)->findAll());
        $this->work();
        $visit = $this->em()->getRepository(Visit::class)->findOneBy([]) ?? throw new \LogicException();
        $addressed = array_filter($this->job()->devices, static fn (Device $d): bool => null !== $d->primaryAddress());
        self::assertCount(\count($addressed), $visit->getUnits());
        self::assertSame([], array_filter($visit->getUnits(), static fn (UnitMarks $m): bool => $m->answers));
        self::assertSame(['guests-phone-system'], array_values(array_unique(array_map(
            static fn (int|string $key): string => explode(' ', (string) $key)[0],
            array_keys($visit->getSeen()),
        ))));
        $page = $this->client->request('GET', self::JOB.'/hand-over');
        self::assertSelectorTextContains('[role=status]', 'Tested on');
        $page = $this->client->click($page->selectLink('Results')->link());
        $done = array_filter($addressed, static fn (Device $d): bool => $d->stage->isDone());
        self::assertCount(\count($done), $page->filter('.units li'));
        self::assertStringContainsString('It does not reply any more.', $page->filter('.units')->text());
        self::assertStringContainsString('Spring', $page->filter('.sums')->text());
    }

    /** Two units and an intent are otherwise than when it was signed; one is taken into the plan, one left so, and that holds. */
    public function testWhatIsNotAsItWasLeft(): void
    {
        $this->visit(['berth-1' => new UnitMarks(true), 'ticket-3' => new UnitMarks(true, firmware: '2.11')], '2026-01-05');
        $this->em()->persist(new SignedState(
            job: $this->stored(),
            user: $this->person('ines'),
            at: new \DateTimeImmutable('2026-01-06'),
            takenBy: 'Runa Fell',
            reservations: '',
            file: '{}',
            proven: 1,
            provenInLab: 0,
            pairs: 2,
            open: [],
            seen: [self::PAIR => 'through', 'calls b>c' => 'through'],
        ));
        $exchanged = new UnitMarks(true, mac: MacAddress::fromString('02:00:00:00:00:99'));
        $now = ['berth-1' => $exchanged, 'ticket-3' => new UnitMarks(true, firmware: '3.0')];
        $early = $this->em()->getRepository(Visit::class)->findOneBy([]) ?? throw new \LogicException();
        $visit = $this->visit($now, '2026-05-05', [self::PAIR => 'no-reply', 'calls b>c' => 'through']);
        $this->readBack(device: 'ticket-1', setting: 'codec', value: 'g711u', day: '2026-05-06');
        $this->readBack(device: 'ticket-2', setting: 'codec', value: 'g711u', day: '2026-01-05');
        $url = self::JOB.'/visits/'.$visit->getId();
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/hand-over');
        self::assertCount(3, $page->filter('.visits li'), 'two visits and a signature');
        self::assertStringContainsString('2 of 2 devices replied', $page->filter('.visits .visit')->first()->text());
        $page = $this->client->request('GET', self::JOB.'/visits/'.$early->getId());
        self::assertStringContainsString('There was no signature before.', $page->filter('aside')->text());
        $page = $this->client->request('GET', $url);
        self::assertSelectorTextContains('.head small', '4 items changed since hand-over');
        self::assertStringContainsString('Compared with the state signed on 6 Jan 2026', $page->filter('aside')->text());
        self::assertStringContainsString('02-00-00-00-00-99', $page->filter('.units')->text());
        self::assertStringContainsString('at hand-over it was 2.11', $page->filter('.units')->text());
        self::assertStringContainsString('Codec is g711u; at hand-over it was G.711 A-law.', $page->filter('.units')->text());
        self::assertStringNotContainsString('Ticket window 2', $page->filter('.units')->text(), 'that was read before it was signed');
        self::assertStringContainsString('Hut phone to Control room phone 1: works → no reply', $page->filter('.turned')->text());
        $isWindow = static fn (Crawler $li): bool => str_contains($li->text(), 'Ticket window 3');
        $line = $page->filter('.units li')->reduce($isWindow);
        $this->client->submit($line->selectButton('Apply to the plan')->form());
        $this->client->followRedirect();
        self::assertSame('3.0', $this->job()->devices['ticket-3']->firmware);
        self::assertSelectorTextContains('.head small', '3 items');
        $line = $this->client->getCrawler()->filter('.turned li')->first();
        $this->client->submit($line->selectButton('Save reason')->form(['reason' => 'The radio is down today.']));
        $this->client->followRedirect();
        self::assertSelectorTextContains('.turned .accepted', 'accepted: The radio is down today. (Ines Aldermoor');
        $this->post($url.'/accept', ['item' => 'unit berth-1 nonsense', 'reason' => 'x']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'equals the one at hand-over again');
        // The same found once more is left so for the same reason, another finding is not.
        $again = $this->visit($now, '2026-06-05', [self::PAIR => 'no-reply']);
        $this->client->request('GET', self::JOB.'/visits/'.$again->getId());
        self::assertSelectorExists('.turned .accepted');
        self::assertSelectorTextContains('.units', '02-00-00-00-00-99', 'it is held against how it was left, not against the last visit');
        $other = $this->visit($now, '2026-07-05', [self::PAIR => 'one-way']);
        $this->client->request('GET', self::JOB.'/visits/'.$other->getId());
        self::assertSelectorExists('.turned li');
        self::assertSelectorNotExists('.turned .accepted');
        $this->client->request('GET', '/job/skerry-slip/visits/'.$visit->getId());
        self::assertSame(404, $this->code(), 'it is another job\'s');
        $this->as('vera');
        $this->client->request('GET', $url);
        self::assertSelectorNotExists('.units form');
        $this->post($url.'/accept', ['item' => 'x', 'reason' => 'x']);
        self::assertSame(403, $this->code());
    }

    /** A file comes back as it came, lies sealed, and says whether it is same as the previous backup; another key opens it no more. */
    public function testSettingsAreKeptSealed(): void
    {
        $visits = [$this->visit([], '2026-01-05'), $this->visit([], '2026-02-05')];
        $this->as('tomas');
        $said = [];
        foreach ([[0, "one\0\xFF"], [1, "one\0\xFF"], [1, 'two']] as [$at, $bytes]) {
            $url = self::JOB.'/visits/'.$visits[$at]->getId();
            $this->keep($url, 'pbx', $bytes);
            $page = $this->client->request('GET', $url);
            $said[] = $page->filter('table td[data-label="Comparison"]')->last()->text();
        }
        self::assertSame(['first backup', 'same as the previous backup', 'differs from the previous backup'], $said);
        $file = $this->em()->getRepository(VisitFile::class)->findOneBy([], ['id' => 'ASC']) ?? throw new \LogicException();
        self::assertSame(hash('sha256', "one\0\xFF"), $file->getHash());
        self::assertStringNotContainsString(base64_encode("one\0\xFF"), $file->getSealed());
        $url = self::JOB.'/visits/'.$visits[0]->getId();
        $this->client->request('GET', $url.'/files/'.$file->getId());
        self::assertSame("one\0\xFF", $this->body());
        self::assertStringContainsString('pbx.cfg', (string) $this->client->getResponse()->headers->get('Content-Disposition'));
        $this->client->request('GET', self::JOB.'/visits/'.$visits[1]->getId().'/files/'.$file->getId());
        self::assertSame(404, $this->code(), 'it was kept at another visit');
        $this->keep($url, 'nobody', 'x');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Select the device');
        $this->as('vera');
        $this->client->request('GET', $url.'/files/'.$file->getId());
        self::assertSame(403, $this->code());
    }

    /** A new key of the vault takes the files along. */
    public function testFilesFollowTheKey(): void
    {
        $visit = $this->visit([], '2026-01-05');
        $this->as('tomas');
        $this->keep(self::JOB.'/visits/'.$visit->getId(), 'pbx', 'settings');
        [$vault, $key] = [self::getContainer()->get(Vault::class), self::getContainer()->get(VaultKey::class)];
        \assert($vault instanceof Vault && $key instanceof VaultKey);
        $key->renew();
        self::assertSame(0, $vault->sealAgain());
        $key->settle();
        $file = $this->em()->getRepository(VisitFile::class)->findOneBy([]) ?? throw new \LogicException();
        $this->client->request('GET', self::JOB.'/visits/'.$visit->getId().'/files/'.$file->getId());
        self::assertSame('settings', $this->body());
    }

    public function testSomethingIsOtherwiseInTheLab(): void
    {
        $this->labRuns();
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/proof');
        $this->client->submitForm('Apply in the lab', ['device' => 'hut-phone', 'fault' => 'no-gateway']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.lab-turned', 'Hut phone has lost its gateway in the lab');
        self::assertNotNull($this->job()->devices['hut-phone']->interfaces[0]->gateway, 'no change since signature');
        $labs = self::getContainer()->get(Labs::class);
        \assert($labs instanceof Labs);
        $played = $labs->labOf($this->stored())?->getFaults()->on($this->job());
        self::assertNull($played?->devices['hut-phone']->interfaces[0]->gateway);
        $this->client->submitForm('As planned again');
        $this->client->followRedirect();
        self::assertSelectorNotExists('.lab-turned');
        self::assertSame([], $this->em()->getRepository(Lab::class)->findOneBy(['job' => $this->stored()])?->getFaults()->keep());
        $this->post(self::JOB.'/lab/turn', ['device' => 'nobody', 'fault' => 'off']);
        self::assertSame(404, $this->code());
        $this->as('vera');
        $this->post(self::JOB.'/lab/turn', ['device' => 'hut-phone', 'fault' => 'off']);
        self::assertSame(403, $this->code());
    }

    /**
     * @param array<string, UnitMarks> $units
     * @param array<string, string> $seen
     */
    private function visit(array $units, string $day, array $seen = []): Visit
    {
        $by = $this->person('tomas');
        $visit = new Visit(
            job: $this->stored(),
            user: $by,
            at: new \DateTimeImmutable($day),
            onSite: false,
            note: '',
            revision: $this->version(),
            units: $units,
            seen: $seen,
        );
        $this->em()->persist($visit);
        $this->em()->flush();

        return $visit;
    }

    private function context(): JobContext
    {
        $reading = self::getContainer()->get(JobReading::class);
        \assert($reading instanceof JobReading);

        return $reading->context($this->stored());
    }

    private function readBack(string $device, string $setting, string $value, string $day): void
    {
        $records = self::getContainer()->get(BenchRecords::class);
        \assert($records instanceof BenchRecords);
        $row = $records->rows($this->stored(), [$device])[$device];
        $kept = new StepRecorded('any', true, kept: [new RecordedValue(
            kind: RecordKind::Read,
            label: 'Codec',
            value: $value,
            agrees: false,
            setting: $setting,
        )]);
        $this->em()->persist($records->new($row, $kept, $this->person('tomas'), new \DateTimeImmutable($day)));
        $this->em()->flush();
    }

    private function keep(string $url, string $device, string $bytes): void
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'cfg');
        file_put_contents($path, $bytes);
        $values = ['_token' => 'csrf-token', 'device' => $device];
        $files = ['file' => new UploadedFile($path, 'pbx.cfg', test: true)];
        $this->client->request('POST', $url.'/files', $values, $files, ['HTTP_ORIGIN' => 'http://localhost']);
    }
}
