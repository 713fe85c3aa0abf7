<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Plan\JobEditor;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;

/** What was done is found by person, unit, day and word, and undone from there by who may. */
final class HistoryTest extends AppTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->does(who: 'ines', title: 'Serial of Receiver 1', device: 'receiver-1', at: '2026-11-03 09:00');
        $this->does(who: 'tomas', title: 'Serial of Receiver 1 again', device: 'receiver-1', at: '2026-11-03 23:30');
        $this->does(who: 'tomas', title: 'Serial of 100 % of the receivers', device: 'receiver-2', at: '2026-11-05 12:00');
        $this->as('tomas');
    }

    public function testEntriesAreFoundByEach(): void
    {
        foreach (
            [
                '' => ['Serial of 100 % of the receivers', 'Serial of Receiver 1 again', 'Serial of Receiver 1'],
                '?who=ines' => ['Serial of Receiver 1'],
                '?unit=receiver%201' => ['Serial of Receiver 1 again', 'Serial of Receiver 1'],
                '?unit=receiver-2' => ['Serial of 100 % of the receivers'],
                '?q=again' => ['Serial of Receiver 1 again'],
                '?q=100%20%25' => ['Serial of 100 % of the receivers'],
                '?q=%25' => ['Serial of 100 % of the receivers'],
                '?day=2026-11-03' => ['Serial of Receiver 1'],
                // A day is a day where the job is: half past midnight there.
                '?day=2026-11-04' => ['Serial of Receiver 1 again'],
                '?who=tomas&unit=receiver-1&day=2026-11-04&q=serial' => ['Serial of Receiver 1 again'],
                '?unit=nobody' => [],
                '?day=yesterday' => ['Serial of 100 % of the receivers', 'Serial of Receiver 1 again', 'Serial of Receiver 1'],
            ] as $query => $found
        ) {
            $page = $this->client->request('GET', self::JOB.'/history'.$query);
            self::assertSame($found, $page->filter('tbody th a')->each(static fn (Crawler $a): string => $a->text()), $query);
        }
        self::assertSelectorTextContains('h2', 'Thursday, 5 November 2026');
    }

    public function testUndoneFromThereByWhoMay(): void
    {
        $page = $this->client->request('GET', self::JOB.'/history?unit=receiver-2');
        $this->client->submit($page->filter('tbody form')->form(), [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseRedirects(self::JOB.'/history?unit=receiver-2');
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', 'undone by Tomas Wray');
        self::assertStringStartsNotWith('K-', (string) $this->job()->devices['receiver-2']->serial);
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/history');
        self::assertCount(0, $page->filter('tbody form'));
    }

    public function testFiftyAPage(): void
    {
        for ($n = 0; $n < 49; ++$n) {
            $this->does('ines', 'Change '.$n, 'receiver-3', '2026-11-06 10:00');
        }
        $page = $this->client->request('GET', self::JOB.'/history?q=e');
        self::assertCount(50, $page->filter('tbody tr'));
        $page = $this->client->click($page->selectLink('Older E')->link());
        self::assertCount(2, $page->filter('tbody tr'));
        $page = $this->client->click($page->selectLink('Newer L')->link());
        self::assertCount(50, $page->filter('tbody tr'));
    }

    private function does(string $who, string $title, string $device, string $at): void
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $stored = $this->stored();
        $edit = $this->job()->edit(Device::class, $device, ['serial' => 'K-'.$title]);
        $entry = $editor->apply($this->stored(), new ChangeSet($title, [$edit]), $this->person($who), $stored->getRevision());
        $this->em()->getConnection()->executeStatement('UPDATE journal SET at = ? WHERE id = ?', [$at, $entry->getId()]);
        $this->em()->clear();
    }
}
