<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\Messenger\Transport\Receiver\MessageCountAwareInterface;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\RevisionCache;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Exchange\JobGenerator;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Paper\PrintableLists;
use Vorhut\Core\Record\Json;

/** What takes a while in a large job comes later, and comes. */
final class LargeJobTest extends AppTestCase
{
    public function testRepairsAreLookedForInTheWorkerAndFilledIn(): void
    {
        $this->as('ines');
        $url = '/job/'.$this->large(200)->getSlug();
        $page = $this->client->request('GET', $url.'/proof');
        self::assertSelectorTextContains('.next', 'Searching for the smallest change');
        self::assertSelectorTextContains('#repairs', 'Searching');
        self::assertCount(0, $page->filter('form[action$="/proof/repair"]'));
        $next = (string) $page->filter('.next')->attr('hx-get');
        $pair = (string) $page->filter('#repairs')->attr('hx-get');

        $this->part($next);
        self::assertSelectorTextContains('.next', 'Searching', 'still');
        self::assertSame(2, $this->waiting(), 'however often it is asked for');
        $this->work('soon');
        $this->work('soon');
        self::assertSame(0, $this->waiting());

        $filled = $this->part($next)->filter('form[action$="/proof/repair"]');
        self::assertCount(1, $filled);
        self::assertCount(0, $this->part($pair)->filter('[hx-get]'));
        $repair = $this->sent($filled);
        $this->client->request('POST', $url.'/proof/repair', $repair, [], ['HTTP_ORIGIN' => 'http://localhost']);
        $this->client->followRedirect();
        self::assertSelectorTextContains('#undo-bar', $repair['repair']);
        self::assertSelectorNotExists('.next, #repairs', 'nothing fails any more');
        self::assertSame(0, $this->waiting());
    }

    public function testWhatIsAskedForAPairThatIsNoneIsNotFound(): void
    {
        $this->as('ines');
        foreach (['/proof/repairs', '/proof/repairs?intent=nobody&pair=a>b', '/proof/repairs?intent=phones-register&pair=x'] as $path) {
            $this->part(self::JOB.$path);
            self::assertSame(404, $this->code(), $path);
        }
    }

    public function testTheAnswerToAnEditDoesNotWaitForPredictions(): void
    {
        $this->as('ines');
        $stored = $this->large(JobReading::LARGE + 50);
        $url = '/job/'.$stored->getSlug();
        $device = array_key_first($this->job($stored->getSlug())->devices);
        $cell = ['_token' => 'csrf-token', 'field' => 'gateway', 'value' => '10.47.9.77', 'version' => 1];
        $answer = $this->client->request('POST', $url.'/devices/'.$device.'/cell', $cell, [], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString('10.47.9.77', $answer->filter('tr')->text());
        self::assertCount(0, $answer->filter('#way, .mark-bad'), 'nothing is told that is not known');
        self::assertCount(1, $answer->filter('#undo-bar .undo'));
        self::assertNull($this->kept('digest-'.$this->today(), $this->stored($stored->getSlug()), 2));

        $later = $this->part((string) $answer->filter('tr')->attr('data-again'));
        self::assertCount(1, $later->filter('#way'));
        self::assertCount(1, $later->filter('tr .mark-bad'));
        self::assertNull($later->filter('tr')->attr('data-again'));
        self::assertNotNull($this->kept('digest-'.$this->today(), $this->stored($stored->getSlug()), 2));
    }

    public function testWhatNoPredictionLooksAtLeavesThemAsTheyWere(): void
    {
        $stored = $this->large(60);
        $before = $this->reading()->digest($stored);
        $this->editDevice($stored, ['serial' => 'K-9']);
        self::assertEquals($before, $this->reading()->digest($stored));
        self::assertNotNull($this->kept('outlook', $stored, 1), 'nothing was predicted anew');
        $this->editDevice($stored, ['interfaces' => []]);
        self::assertNotEquals($before->intents, $this->reading()->digest($stored)->intents);
        self::assertNull($this->kept('outlook', $stored, 1));
        self::assertNotNull($this->kept('outlook', $stored, 3));
    }

    /** A list of any length comes page by page, each row on one of them. */
    public function testAPageShowsAPartOfALongList(): void
    {
        $this->as('ines');
        $slug = $this->large(2000)->getSlug();
        $job = $this->job($slug);
        $rows = \count(PrintableLists::all()['addresses']->rows($job));
        $subnets = array_sum(array_map(static fn (Segment $s): int => max(1, \count($s->subnets)), $job->segments));
        $lists = [
            '/papers/addresses' => ['.paper tbody tr', $rows, 400],
            '/networks' => ['section.net:not([id^="router-"])', $subnets, 30],
            '/ask' => ['table.questions tbody tr', null, 200],
        ];
        foreach ($lists as $path => [$row, $all, $size]) {
            $found = [];
            $pages = 0;
            for ($url = '/job/'.$slug.$path; '' !== $url; ++$pages) {
                $page = $this->client->request('GET', $url);
                self::assertLessThan(700_000, \strlen((string) $this->client->getResponse()->getContent()), $url);
                $texts = $page->filter($row)->each(static fn (Crawler $c): string => $c->outerHtml());
                self::assertLessThanOrEqual($size, \count($texts), $url);
                $found = [...$found, ...$texts];
                $next = $page->filter('.pages a[data-key="]"]');
                $url = 0 === \count($next) ? '' : (string) $next->attr('href');
            }
            self::assertGreaterThan(1, $pages, $path);
            self::assertSame(array_unique($found), $found, $path);
            if (null !== $all) {
                self::assertCount($all, $found, $path);
            }
        }
        $last = (string) array_key_last($job->segments);
        $this->client->request('GET', '/job/'.$slug.'/networks?edit='.$last);
        self::assertSelectorExists('#'.$last.' form', 'the page on which it stands');
        $this->client->request('GET', '/job/'.$slug.'/networks?page=9999');
        self::assertSelectorExists('section.net:not([id^="router-"])', 'the nearest page that there is');
    }

    public function testWhatIsComputedIsComputedOnceForAllWhoAsk(): void
    {
        $stored = $this->stored();
        $kept = self::getContainer()->get(RevisionCache::class);
        \assert($kept instanceof RevisionCache);
        $times = 0;
        $compute = static function () use (&$times): array {
            return [1, ++$times];
        };
        self::assertSame([1, 1], [$kept->once('test', $stored, 1, $compute), $kept->once('test', $stored, 1, $compute)]);
        $kept->keep('test', $stored, 2, 'new');
        $kept->keep('test', $stored, 1, 'late');
        self::assertSame('new', $kept->recall('test', $stored, 2), 'a later revision is not replaced by an earlier one');
        self::assertNull($kept->recall('test', $stored, 1));
    }

    private function large(int $devices): StoredJob
    {
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);
        $job = JobFile::read(Json::line((new JobGenerator($devices, 3))->generate()), ShippedProfiles::load());

        return $store->create($job, $this->person('ines'));
    }

    /** @param array<string, mixed> $values */
    private function editDevice(StoredJob $stored, array $values): void
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $job = $this->reading()->job($stored);
        $edit = $job->edit(Device::class, (string) array_key_first($job->devices), $values);
        $editor->apply($stored, new ChangeSet('Edit', [$edit]), $this->person('ines'), $stored->getRevision());
    }

    private function reading(): JobReading
    {
        $reading = self::getContainer()->get(JobReading::class);
        \assert($reading instanceof JobReading);

        return $reading;
    }

    private function today(): string
    {
        return (new \DateTimeImmutable('now', new \DateTimeZone('Europe/Oslo')))->format('Ymd');
    }

    private function kept(string $what, StoredJob $stored, int $revision): mixed
    {
        $kept = self::getContainer()->get(RevisionCache::class);
        \assert($kept instanceof RevisionCache);

        return $kept->recall($what, $stored, $revision);
    }

    private function waiting(): int
    {
        $queue = self::getContainer()->get('messenger.transport.soon');
        \assert($queue instanceof MessageCountAwareInterface);

        return $queue->getMessageCount();
    }

    /** @return array<string, string> what a browser would send of a form */
    private function sent(Crawler $form): array
    {
        $values = [];
        foreach ($form->filter('input[name]') as $input) {
            \assert($input instanceof \DOMElement);
            $values[$input->getAttribute('name')] = $input->getAttribute('value');
        }

        return $values;
    }
}
