<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\Journal;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Label\LabelSheet;

/** What is open, accepting it, signing, and what has drifted since. */
final class HandOverTest extends AppTestCase
{
    public function testWhatIsOpenIsSaidAndAcceptedWithAReason(): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/hand-over');
        self::assertSelectorTextContains('.next', 'not accepted');
        $titles = $page->filter('.cables h2')->each(static fn ($h): string => explode("\n", trim($h->text(null, false)))[0]);
        self::assertSame(
            [
                'Devices not configured', 'Values not set', 'Findings', 'Not tested',
                'Licences and expiry dates', 'Export documents', 'Start visit',
            ],
            array_map(trim(...), $titles),
        );
        self::assertSelectorTextContains('.open-items', 'Berth 4 camera');
        $work = $page->filter('.work')->text();
        self::assertStringContainsString('Receiver 3 has no gateway', $work);
        self::assertStringContainsString('Predicted to fail', $work);
        self::assertStringContainsString('Predicted to hold; 0 of', $work);
        $isFindings = static fn (Crawler $section): bool => str_starts_with(trim($section->filter('h2')->text()), 'Findings');
        $item = $page->filter('section.cables')->reduce($isFindings)->filter('li')->first();
        $form = $item->selectButton('Save reason')->form(['reason' => 'The client moves it in spring.']);
        $this->client->submit($form);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.open-items .accepted', 'accepted: The client moves it in spring. (Ines Aldermoor');
        self::assertSelectorTextContains('.head small', '1 of them accepted');
        $accepted = $this->client->getCrawler()->filter('.open-items .accepted');
        $this->client->submit($accepted->selectButton('Save reason')->form(['reason' => '']));
        $this->client->followRedirect();
        self::assertSelectorNotExists('.open-items .accepted');
    }

    public function testAllOfAKindAreAcceptedWithOneReason(): void
    {
        $this->as('ines');
        $group = fn (): Crawler => $this->client->request('GET', self::JOB.'/hand-over')->filter('section.cables')->first();
        self::assertStringStartsWith('Devices not configured', $group()->filter('h2')->text());
        $form = $group()->filter('.all-at-once form')->form();
        $this->client->submit($form, ['reason' => '']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Enter the reason');
        self::assertCount(0, $group()->filter('.accepted'), 'not without a reason');
        $count = (int) $group()->filter('h2 small')->text();
        self::assertGreaterThan(6, $count);
        $this->client->submit($form, ['reason' => 'Delivered in May.']);
        self::assertCount($count, $group()->filter('.accepted'));
        self::assertSame("$count, $count accepted", $group()->filter('h2 small')->text());
        self::assertCount(0, $group()->filter('.all-at-once'), 'none is left');
        self::assertCount($count, $this->client->getCrawler()->filter('.open-items .accepted'), 'and of no other kind');
        $this->client->submitForm('Save reason', ['reason' => '']);
        self::assertCount(1, $group()->filter('.open-items > li:not(.accepted)'), 'each may be withdrawn by itself');
    }

    public function testWhoOnlyLooksSignsNothing(): void
    {
        foreach (['vera', 'tomas'] as $who) {
            $this->as($who);
            $this->client->request('GET', self::JOB.'/hand-over');
            self::assertResponseIsSuccessful();
            self::assertSelectorNotExists('.open-items form');
            self::assertSelectorNotExists('form.sheet');
            $this->client->request('POST', self::JOB.'/hand-over/sign', ['takenBy' => 'Somebody', '_token' => 'csrf-token']);
            self::assertResponseStatusCodeSame(403);
        }
    }

    /** Signed, three things changed: exactly three are shown, and the file is as it was. */
    public function testWhatWasSignedStaysAndDriftIsShown(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/hand-over');
        $this->client->submitForm('Sign and freeze this state', ['takenBy' => '']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'name of the client');
        $before = JobFile::write($this->job());
        $saw = function (string $pair, PairVerdict $span): void {
            [$from, $to] = [...explode('>', $pair), ''];
            $at = new \DateTimeImmutable();
            $this->em()->persist(new Observation(
                job: $this->stored(),
                intent: 'guests-cameras',
                asker: $from,
                asked: $to,
                span: $span,
                note: '',
                user: $this->person('ines'),
                at: $at,
            ));
            $this->em()->flush();
        };
        $saw('guest-1>berth-1', PairVerdict::KeptApart);
        $saw('guest-1>berth-2', PairVerdict::KeptApart);
        $this->client->submitForm('Sign and freeze this state', ['takenBy' => 'Runa Fell', 'reservations' => 'Horn 3 is too loud.']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('.head small', 'no change since signature');
        self::assertSelectorTextContains('.sums', 'Horn 3 is too loud.');
        self::assertSelectorTextContains('.sums', hash('sha256', $before));
        $state = $this->em()->getRepository(SignedState::class)->findAll()[0] ?? throw new \LogicException();
        $job = $this->job();
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $this->em()->clear();
        $editor->apply($this->stored(), new ChangeSet('Changed', [
            $job->editInterface(Device::class, 'receiver-3', 0, ['gateway' => '10.47.60.1']),
            new Edit(Device::class, 'guest-2', $job->record(Device::class, 'guest-2'), null),
            $job->edit(Device::class, 'berth-1', ['location' => 'waiting-hall']),
        ]), $this->person('ines'), $this->version());
        $page = $this->client->request('GET', self::JOB.'/hand-over/'.$state->getId());
        self::assertSelectorTextContains('.head small', '3 records changed since');
        self::assertSelectorNotExists('.turned');
        $lines = $page->filter('.open-items')->first()->filter('li > div:first-child')->each(static fn ($d): string => $d->text());
        self::assertSame([
            'Device Berth 1 camera changed Location: Pier and ramps → Waiting hall',
            'Device Receiver 3 changed Interfaces 1 Gateway: nothing → 10.47.60.1',
            'Device Waiting hall kiosk gone',
        ], $lines);
        // One pair is with another test result, one as before, and one for the first time.
        $saw('guest-1>berth-1', PairVerdict::Leak);
        $saw('guest-1>berth-2', PairVerdict::KeptApart);
        $saw('guest-1>berth-3', PairVerdict::Leak);
        $page = $this->client->request('GET', self::JOB.'/hand-over/'.$state->getId());
        self::assertSelectorTextContains('.head small', '1 pair with another test result');
        self::assertSame(
            ['Guests keep out of the cameras: Ticket office tablet to Berth 1 camera blocked as intended → not blocked'],
            $page->filter('.turned li > div:first-child')->each(static fn (Crawler $div): string => $div->text()),
        );
        $this->driftIsKeptOrPutBack($state, $before);
        $this->client->request('GET', self::JOB.'/hand-over/'.$state->getId().'/file');
        self::assertSame($before, $this->client->getResponse()->getContent());
        $this->client->request('GET', '/job/skerry-slip/hand-over/'.$state->getId());
        self::assertResponseStatusCodeSame(404, 'it is another job\'s');
    }

    /** Two are left so with a reason, which falls away once the record changes again; the others are put back, and all is as signed. */
    private function driftIsKeptOrPutBack(SignedState $state, string $before): void
    {
        $url = self::JOB.'/hand-over/'.$state->getId();
        foreach (['.open-items', '.turned'] as $list) {
            $line = $this->client->request('GET', $url)->filter($list)->first()->filter('li')->first();
            $this->client->submit($line->selectButton('Save reason')->form(['reason' => 'The client wants it.']));
            $this->client->followRedirect();
            self::assertSelectorTextContains($list.' .accepted', 'accepted: The client wants it. (Ines Aldermoor');
        }
        $job = $this->job();
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $moved = new ChangeSet('Moved', [$job->edit(Device::class, 'berth-1', ['location' => 'control-room'])]);
        $editor->apply($this->stored(), $moved, $this->person('ines'), $this->version());
        $page = $this->client->request('GET', $url);
        self::assertCount(1, $page->filter('.accepted'), 'what was accepted is not what stands there now');
        $this->client->request('POST', $url.'/accept', ['item' => 'since 1 none', 'reason' => 'x', '_token' => 'csrf-token']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'equals the signed one again');
        $this->as('vera');
        $values = ['list' => 'devices', 'id' => 'berth-1', 'version' => $this->version(), '_token' => 'csrf-token'];
        $this->client->request('POST', $url.'/back', $values);
        self::assertSame('control-room', $this->job()->devices['berth-1']->location, 'who only looks changes nothing');
        $this->client->request('POST', $url.'/accept', ['item' => 'any', 'reason' => 'x', '_token' => 'csrf-token']);
        self::assertResponseStatusCodeSame(403);
        $this->as('ines');
        $this->client->request('GET', $url);
        for ($n = 3; $n > 0; --$n) {
            self::assertSelectorTextContains('.head small', $n.' record');
            $this->client->submit($this->client->getCrawler()->selectButton('Restore signed value')->first()->form());
            $this->client->followRedirect();
        }
        self::assertSelectorTextContains('.head small', 'no change since signature');
        self::assertEquals(json_decode($before, true), json_decode(JobFile::write($this->job()), true));
        $this->as('vera');
        $this->client->request('GET', $url);
        self::assertSelectorNotExists('.open-items form');
        $this->as('ines');
    }

    /** Each unit has a label with a code that leads to its page; none for who only looks. */
    public function testLabelsArePrinted(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/hand-over');
        $this->client->submitForm('Print labels', ['sheet' => LabelSheet::TwentyFour->value], 'GET');
        self::assertResponseIsSuccessful();
        self::assertResponseHeaderSame('Content-Type', 'application/pdf');
        $bytes = (string) $this->client->getResponse()->getContent();
        self::assertSame((int) ceil(\count($this->job()->devices) / 24), preg_match_all('/\/Type \/Page$/m', $bytes));
        self::assertStringContainsString('/MarkInfo << /Marked true >>', $bytes);
        self::assertSame(\count($this->job()->devices), preg_match_all('#/S /Sect #', $bytes), 'a part for each unit');
        $this->client->reload();
        self::assertSame($bytes, $this->client->getResponse()->getContent());
        $journal = self::getContainer()->get(Journal::class);
        \assert($journal instanceof Journal);
        $made = $journal->lastAt($this->stored())->format('YmdHis');
        self::assertStringContainsString('(D:'.$made, $bytes, 'dated with the state of the plan');
        $this->client->request('GET', self::JOB.'/hand-over/labels.pdf?sheet=a4-24&from=80');
        self::assertSame(1, preg_match_all('/\/Type \/Page$/m', $this->client->getInternalResponse()->getContent()));
        $this->client->request('GET', self::JOB.'/hand-over/labels.pdf?sheet=a3');
        self::assertResponseStatusCodeSame(404);
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/hand-over/labels.pdf');
        self::assertResponseStatusCodeSame(403);
    }

    public function testACleanJobIsReady(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/job/skerry-slip/hand-over');
        self::assertSelectorTextContains('.work', 'Predicted to hold');
        self::assertSelectorTextNotContains('.work', 'Findings');
    }
}
