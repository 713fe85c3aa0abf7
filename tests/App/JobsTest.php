<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;

/** The list of jobs: found by name, in the order of what is due, with an archive for those that are done. */
final class JobsTest extends AppTestCase
{
    public function testAJobIsFoundByItsNameOrItsClient(): void
    {
        $this->as('vera');
        self::assertSame(['Kestrel Sound Ferries', 'Skerry Slip'], $this->names('/'));
        self::assertSame(['Skerry Slip'], $this->names('/?q=skerry'));
        self::assertSame(['Kestrel Sound Ferries', 'Skerry Slip'], $this->names('/?q=FERRIES'), 'the client has it');
        self::assertSame([], $this->names('/?q=%25'), 'a percent sign is no wildcard');
        self::assertSelectorTextContains('main', 'No job has “%” in its name or client.');
    }

    public function testWhatIsDueFirstStandsFirst(): void
    {
        $this->as('ines');
        $tomorrow = (new \DateTimeImmutable('+1 day'))->format('Y-m-d');
        $this->day('/job/skerry-slip', $tomorrow);
        $this->day(self::JOB, (new \DateTimeImmutable('+40 days'))->format('Y-m-d'));
        self::assertSame(['Skerry Slip', 'Kestrel Sound Ferries'], $this->names('/?by=due'));
        self::assertSame(['Kestrel Sound Ferries', 'Skerry Slip'], $this->names('/'));
        self::assertSelectorTextContains('main', 'Day on site');
        self::assertSelectorTextContains('.jobline .care', 'Day on site');
        $this->day('/job/skerry-slip', (new \DateTimeImmutable('-1 day'))->format('Y-m-d'));
        self::assertSame(['Kestrel Sound Ferries', 'Skerry Slip'], $this->names('/?by=due'), 'what has passed is not due');
    }

    public function testAJobIsArchivedAndRestored(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/job/skerry-slip');
        $this->client->submitForm('Archive job');
        self::assertSame(['Kestrel Sound Ferries'], $this->names('/'));
        self::assertSelectorTextContains('main', 'Skerry Slip is archived.');
        self::assertSelectorTextContains('main', 'Archive (1)');
        $this->client->request('GET', '/job/skerry-slip/devices');
        self::assertResponseIsSuccessful('it can be opened');
        self::assertSame(['Skerry Slip'], $this->names('/?show=archive'));
        $this->client->submitForm('Restore');
        self::assertSame(['Kestrel Sound Ferries', 'Skerry Slip'], $this->names('/'));
    }

    public function testOnlyALeadArchives(): void
    {
        foreach (['vera', 'tomas'] as $person) {
            $this->as($person);
            $this->client->request('GET', self::JOB);
            self::assertSelectorTextNotContains('aside', 'Archive job');
            $this->post(self::JOB.'/archive', ['archived' => '1']);
            self::assertSame(403, $this->code(), $person);
        }
        self::assertContains('Kestrel Sound Ferries', $this->names('/'));
    }

    public function testAnEmptyJobSaysOnEveryScreenWhatToDoFirst(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/');
        $this->client->submitForm('Create job', ['name' => 'Empty house', 'timezone' => 'Europe/Oslo']);
        $job = (string) preg_replace('#/networks.*$#', '', (string) $this->client->getResponse()->headers->get('Location'));
        $screens = [
            '', '/networks', '/devices', '/pairings', '/bench', '/bench/schedule', '/bench/several', '/voice', '/media', '/chains',
            '/rooms', '/light', '/power', '/cables', '/proof', '/proof/calls', '/hand-over', '/ask', '/vault', '/dates', '/phones',
        ];
        foreach ($screens as $screen) {
            $page = $this->client->request('GET', $job.$screen);
            $steps = $page->filter('main :is(.next, .sheet) a.go[data-key]');
            self::assertCount(1, $steps, 'one step, with its key: '.$screen);
            $this->client->click($steps->link());
            self::assertResponseIsSuccessful($screen);
        }
        $this->as('vera');
        $this->client->request('GET', $job);
        self::assertSelectorTextContains('.next', 'begin with the networks');
        self::assertSelectorNotExists('.next .go', 'a viewer plans nothing');
    }

    private function day(string $job, string $on): void
    {
        $page = $this->client->request('GET', $job.'/facts');
        $this->client->submit($page->selectButton('Save')->form(['visit[on]' => $on]), [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->request('GET', $job);
    }

    /** @return list<string> */
    private function names(string $url): array
    {
        return $this->client->request('GET', $url)->filter('.jobline .big')->each(static fn (Crawler $a): string => $a->text());
    }
}
