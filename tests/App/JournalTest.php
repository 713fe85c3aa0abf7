<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\Observation;
use Vorhut\Core\Exchange\JobFile;

/** Undo is a stack with redo over all that is recorded; the journal says what happened and nothing else. */
final class JournalTest extends AppTestCase
{
    public function testThreeChangesGoBackAndForthInTheirOrder(): void
    {
        $this->as('tomas');
        $states = [JobFile::write($this->job())];
        foreach (['Berth A', 'Berth B', 'Berth C'] as $name) {
            $states[] = $this->rename($name);
        }
        foreach ([2, 1, 0] as $state) {
            $this->press('Undo Z');
            self::assertSame($states[$state], JobFile::write($this->job()));
        }
        self::assertNull($this->button('Undo Z'), 'nothing is left to undo');
        foreach ([1, 2, 3] as $state) {
            $this->press('Redo Y');
            self::assertSame($states[$state], JobFile::write($this->job()));
        }
        self::assertNull($this->button('Redo Y'));
        $this->press('Undo Z');
        $this->rename('Berth D');
        self::assertNull($this->button('Redo Y'), 'something new was done since');
        $this->press('Undo Z');
        self::assertSame($states[2], JobFile::write($this->job()));
    }

    /** Ticks at the bench go back with the stage they brought. */
    public function testBenchStepsGoBackWithTheirTicks(): void
    {
        $this->as('tomas');
        $counted = fn (): int => $this->em()->getRepository(BenchRecord::class)->count(['withdrawn' => false]);
        $state = fn (): string => $this->job()->devices['berth-5']->stage->value.' '.$counted();
        $before = $counted();
        foreach (['unpack', 'mount', 'dial'] as $step) {
            $this->post(self::JOB.'/bench/berth-5', ['step' => $step, 'later' => '1']);
            self::assertResponseRedirects();
        }
        self::assertSame('unpacked '.($before + 3), $state());
        foreach ([2, 1, 0] as $left) {
            $this->press('Undo Z');
            self::assertStringEndsWith(' '.($before + $left), $state());
        }
        self::assertSame('planned '.$before, $state());
        $this->press('Redo Y');
        self::assertSame('unpacked '.($before + 1), $state());
        self::assertSame($before + 3, $this->em()->getRepository(BenchRecord::class)->count([]), 'what was signed stays');
    }

    public function testWhatSomebodySawGoesBackAndStaysOnRecord(): void
    {
        $this->as('tomas');
        $seen = ['intent' => 'station-receivers', 'pair' => 'mic-station>receiver-1', 'span' => 'no-reply', 'note' => 'lamp off'];
        $this->post(self::JOB.'/proof/observe', $seen);
        $page = self::JOB.'/proof?intent=station-receivers&pair=mic-station%3Ereceiver-1';
        $this->client->request('GET', $page);
        self::assertStringContainsString('lamp off', $this->body());
        $this->press('Undo Z');
        $this->client->request('GET', $page);
        self::assertStringNotContainsString('lamp off', $this->body());
        self::assertSame(1, $this->em()->getRepository(Observation::class)->count(['withdrawn' => true]));
    }

    /** A switch that is a lead's is not thrown by undoing its entry, and the journal does not say that it was. */
    public function testATechnicianUndoesNothingThatIsALeads(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/field-mode', ['ranges' => '10.47.60.0/25', 'confirmed' => '1']);
        $this->post(self::JOB.'/proof/what-if', ['on' => 'segment:sound', 'field' => 'querier', 'value' => 'yes']);
        $entries = array_reverse($this->em()->getRepository(Change::class)->findBy([], ['id' => 'DESC'], 2));
        $count = $this->em()->getRepository(Change::class)->count([]);
        $this->as('tomas');
        foreach ($entries as $entry) {
            $this->post(self::JOB.'/undo/'.$entry->getId());
            $this->client->followRedirect();
            self::assertSelectorTextContains('[role=alert]', 'Not undone. Nothing was changed: this would change');
        }
        self::assertSame($count, $this->em()->getRepository(Change::class)->count([]));
        self::assertTrue($this->job()->segments['sound']->querier);
        self::assertSame('10.47.60.0/25', implode(',', $this->stored()->getFieldRanges()));
        $this->as('ines');
        $this->press('Undo Z');
        $this->press('Undo Z');
        self::assertSame([], $this->stored()->getFieldRanges());
        self::assertFalse($this->job()->segments['sound']->querier);
    }

    public function testAnEntryIsUndoneOnceAndAnUndoIsNoChange(): void
    {
        $this->as('tomas');
        $this->rename('Berth A');
        $entry = $this->em()->getRepository(Change::class)->findOneBy([], ['id' => 'DESC']) ?? throw new \LogicException();
        foreach (['Undone: ', 'It is undone already'] as $says) {
            $this->post(self::JOB.'/undo/'.$entry->getId());
            $this->client->followRedirect();
            self::assertStringContainsString($says, $this->body());
        }
        $this->post(self::JOB.'/undo/'.$this->number('SELECT MAX(id) FROM journal'));
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Nothing in it can be undone');
    }

    public function testTheJournalKeepsAWholeChange(): void
    {
        $this->as('ines');
        $rule = 'permit tcp port '.implode(',', range(2000, 2080)).' from 10.47.90.0/24 to any';
        $this->post(self::JOB.'/proof/what-if', ['on' => 'router:core', 'field' => 'rule', 'value' => $rule]);
        $entry = $this->em()->getRepository(Change::class)->findOneBy([], ['id' => 'DESC']) ?? throw new \LogicException();
        self::assertGreaterThan(400, \strlen($entry->getTitle()));
        self::assertStringContainsString('2080', $entry->getTitle());
        $this->client->request('GET', self::JOB.'/journal/'.$entry->getId());
        self::assertSelectorTextContains('main', $entry->getTitle());
        self::assertSelectorTextContains('main tbody', '2079');
    }

    private function rename(string $name): string
    {
        $this->post(self::JOB.'/devices/berth-1/cell', ['field' => 'name', 'value' => $name]);

        return JobFile::write($this->job());
    }

    private function press(string $button): void
    {
        $form = $this->button($button)?->form() ?? throw new \LogicException('There is no button '.$button);
        $this->client->submit($form);
        $this->client->followRedirect();
        self::assertStringNotContainsString('It was not ', $this->client->getCrawler()->filter('main')->text());
    }

    private function button(string $text): ?Crawler
    {
        $found = $this->client->request('GET', self::JOB.'/devices')->selectButton($text);

        return 0 === $found->count() ? null : $found;
    }
}
