<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Entity\AskLink;
use Vorhut\App\Papers\Csv;
use Vorhut\App\Papers\Sheet;
use Vorhut\App\Papers\XlsxWriter;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Setting\Settings;

/** What others must say: out as letter, list and text, back by hand, by file and by a link. */
final class AskTest extends AppTestCase
{
    private const ACCOUNT = 'setting.room-account.video-bar';

    public function testTheSheetGoesOutComesBackByFileAndTheStepsItHeldUpOpen(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/ask');
        self::assertStringContainsString('block work', $page->filter('.next')->text());
        self::assertTrue($this->waits('crew-bar', 'room-account'));
        $this->client->request('GET', self::JOB.'/ask.csv?of=client');
        $rows = array_values(CsvTable::parse($this->body())->rows);
        self::assertNotContains('the client\'s network administrator', array_column($rows, 1), 'only what this one is asked');
        $at = array_search(self::ACCOUNT, array_column($rows, 0), true);
        $rows[(int) $at][10] = 'crew@kestrel.example.test';
        $rows = array_map(array_values(...), $rows);
        $rows[] = ['setting.gone.kind', '', '', '', '', '', '', '', '', '', 'late'];
        $before = $this->version();
        foreach ([Csv::write($rows), XlsxWriter::write(new Sheet('Questions', $rows))] as $number => $bytes) {
            $preview = $this->give($bytes, 0 === $number ? 'answers.csv' : 'answers.xlsx');
            self::assertSame($before, $this->version(), 'nothing is taken yet');
            self::assertStringContainsString('1 answer for 1 device', $preview->filter('.head')->text());
            self::assertStringContainsString('Sign in on both with the same account', $preview->filter('main table')->text());
            self::assertStringContainsString('setting.gone.kind', $preview->filter('.care')->text());
        }
        $this->client->submitForm('Apply answers T');
        self::assertSame('crew@kestrel.example.test', $this->value('crew-bar', 'room-account'));
        self::assertFalse($this->waits('crew-bar', 'room-account'), 'the step is open');
        $page = $this->client->followRedirect();
        self::assertStringContainsString('Ada, ', $page->filter('.questions')->last()->closest('form')?->text() ?? '');
    }

    public function testWhatCannotBeTakenIsSaidAtItsFieldAndTheRestIsNotLost(): void
    {
        $this->as('ines');
        $answers = [self::ACCOUNT => 'crew@kestrel.example.test', 'segment.processing.prefix' => '10.300.0.0/24'];
        $page = $this->post(self::JOB.'/ask/answers', ['answers' => $answers, 'by' => 'Ada']);
        self::assertSame(422, $this->code());
        self::assertSame('10.300.0.0/24', $page->filter('input[name="answers[segment.processing.prefix]"]')->attr('value'));
        self::assertStringContainsString('10.300.0.0/24 was given; allowed is', $page->filter('.error-text')->text());
        $this->client->submitForm('Preview again', ['answers[segment.processing.prefix]' => '10.47.95.0/29']);
        $this->client->submitForm('Apply answers T');
        self::assertSame('10.47.95.0/29', (string) $this->job()->segments['processing']->subnets[0]->prefix);
        self::assertSame('crew@kestrel.example.test', $this->value('crew-bar', 'room-account'));
    }

    public function testATechnicianAnswersWhatATechnicianMayChange(): void
    {
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/ask');
        self::assertCount(0, $page->filter('input[name="answers[segment.processing.prefix]"]'), 'networks are a lead\'s');
        self::assertCount(1, $page->filter('input[name="answers['.self::ACCOUNT.']"]'));
        $answers = [self::ACCOUNT => 'crew@kestrel.example.test', 'segment.processing.prefix' => '10.47.95.0/29'];
        $this->post(self::JOB.'/ask', ['answers' => $answers]);
        self::assertSame('crew@kestrel.example.test', $this->value('crew-bar', 'room-account'));
        self::assertSame([], $this->job()->segments['processing']->subnets);
        $this->as('ines');
        $url = $this->post(self::JOB.'/ask/links', ['of' => 'network'])->filter('.secret')->text();
        $this->client->restart();
        $this->post($url, ['answers' => ['segment.processing.prefix' => '10.47.95.0/29']]);
        self::assertSame('10.47.95.0/29', (string) $this->job()->segments['processing']->subnets[0]->prefix);
    }

    public function testTheLetterIsAPdfAndATextAndNamesWhoIsAsked(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/ask.pdf?of=network');
        self::assertStringStartsWith('%PDF-1.', $this->body());
        $this->client->request('GET', self::JOB.'/ask.txt?of=mail');
        self::assertStringStartsWith('To the client\'s mail administrator, for Kestrel Sound Ferries', $this->body());
        self::assertStringNotContainsString('Frequency', $this->body());
        $page = $this->client->request('GET', self::JOB.'/ask');
        self::assertCount(0, $page->filter('.asks input[name^=answers]'), 'a viewer answers nothing');
        $this->post(self::JOB.'/ask', ['answers' => [self::ACCOUNT => 'x']]);
        self::assertSame(403, $this->code());
    }

    public function testALinkShowsAndTakesOnlyWhatOneOfThemIsAsked(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/ask/links', ['of' => 'client']);
        self::assertSame(403, $this->code(), 'a lead gives it, whose rights it has');
        $this->as('ines');
        $url = $this->post(self::JOB.'/ask/links', ['of' => 'client'])->filter('.secret')->text();
        self::assertStringContainsString('A link for the client to answer by', $this->client->request('GET', self::JOB.'/history')->text());
        $this->client->restart();
        $page = $this->client->request('GET', $url);
        self::assertResponseIsSuccessful();
        self::assertCount(1, $page->filter('input[name="answers['.self::ACCOUNT.']"]'));
        self::assertStringContainsString('Ines Aldermoor asks you these questions.', $page->text());
        self::assertStringContainsString('Frequency', $page->text(), 'a licence is the client\'s');
        self::assertCount(0, $page->filter('input[name="answers[segment.processing.prefix]"]'), 'what the administrator is asked');
        self::assertCount(0, $page->filter('a'), 'it leads nowhere else');
        $answers = [self::ACCOUNT => 'crew@kestrel.example.test', 'address.berth-4.0' => '10.47.20.30'];
        $this->post($url, ['answers' => $answers, 'by' => 'Ada Quay']);
        self::assertSelectorTextContains('.said', '1 answer was received');
        self::assertSame('crew@kestrel.example.test', $this->value('crew-bar', 'room-account'));
        self::assertStringNotContainsString('10.47.20.30', (string) $this->job()->devices['berth-4']->primaryAddress());
        $this->corrected($url);
        $this->client->request('GET', self::JOB);
        self::assertResponseRedirects('/login', null, 'the link lets nobody in');
        $this->as('vera');
        $history = $this->client->request('GET', self::JOB.'/history')->text();
        self::assertStringContainsString('Answered: Room account, by Ada Quay, through a link', $history);
    }

    /** A link has the rights of whoever gave it: without them it has none. */
    public function testALinkEndsWithWhoeverGaveIt(): void
    {
        $this->as('ines');
        $url = $this->post(self::JOB.'/ask/links', ['of' => 'client'])->filter('.secret')->text();
        $this->client->restart();
        $this->client->request('GET', $url);
        self::assertResponseIsSuccessful();
        $this->em()->getConnection()->executeStatement("UPDATE user_account SET active = 0 WHERE username = 'ines'");
        $this->client->request('GET', $url);
        self::assertSame(404, $this->code());
    }

    /** Whoever has the link sees what was sent by it and may write over it; nothing is sent twice, and what others said stays. */
    private function corrected(string $url): void
    {
        $page = $this->client->request('GET', $url);
        $field = $page->filter('input[name="answers['.self::ACCOUNT.']"]');
        self::assertSame('crew@kestrel.example.test', $field->attr('value'));
        self::assertCount(1, $page->filter('small:contains("Overwrite it to correct it")'));
        $before = $this->version();
        $this->post($url, ['answers' => [self::ACCOUNT => 'crew@kestrel.example.test']]);
        self::assertSame($before, $this->version(), 'the same again changes nothing');
        $this->post($url, ['answers' => [self::ACCOUNT => '']]);
        self::assertSame('crew@kestrel.example.test', $this->value('crew-bar', 'room-account'), 'nothing is taken away');
        $this->post($url, ['answers' => [self::ACCOUNT => 'mess@kestrel.example.test'], 'by' => 'Ada Quay']);
        self::assertSelectorTextContains('.said', '1 answer was received');
        self::assertSame('mess@kestrel.example.test', $this->value('crew-bar', 'room-account'));
        $page = $this->client->request('GET', $url);
        self::assertSame('mess@kestrel.example.test', $page->filter('input[name="answers['.self::ACCOUNT.']"]')->attr('value'));
    }

    /** What stands in the plan by now is asked no more, but by the link through which it came. */
    public function testAnAddressIsCorrectedByTheLink(): void
    {
        $this->as('ines');
        $link = fn (): string => $this->post(self::JOB.'/ask/links', ['of' => 'network'])->filter('.secret')->text();
        [$url, $other] = [$link(), $link()];
        $this->client->restart();
        $field = 'input[name="answers[address.berth-4.0]"]';
        $this->post($url, ['answers' => ['address.berth-4.0' => 'upstairs']]);
        self::assertSame(422, $this->code());
        self::assertSame('upstairs', $this->client->getCrawler()->filter($field)->attr('value'), 'what is not taken is not lost');
        foreach (['10.47.20.30', '10.47.20.31'] as $address) {
            $this->post($url, ['answers' => ['address.berth-4.0' => $address]]);
            self::assertSame($address.'/24', (string) $this->job()->devices['berth-4']->primaryAddress());
            self::assertSame($address, $this->client->request('GET', $url)->filter($field)->attr('value'));
        }
        self::assertCount(0, $this->client->request('GET', $other)->filter($field));
    }

    public function testALinkEndsByItselfAndWhenItIsTakenBack(): void
    {
        $this->as('ines');
        $first = $this->post(self::JOB.'/ask/links', ['of' => 'client'])->filter('.secret')->text();
        $second = $this->post(self::JOB.'/ask/links', ['of' => 'client'])->filter('.secret')->text();
        [$one, $two] = $this->em()->getRepository(AskLink::class)->findBy([], ['id' => 'ASC']);
        $this->post(\sprintf('%s/ask/links/%d', self::JOB, $one->getId()));
        $until = (new \DateTimeImmutable('-1 minute'))->format('Y-m-d H:i:s');
        $this->em()->getConnection()->executeStatement('UPDATE ask_link SET until = ? WHERE id = ?', [$until, $two->getId()]);
        $this->em()->clear();
        $before = $this->version();
        foreach ([$first, $second, '/answer/'.str_repeat('0', 40)] as $url) {
            $this->client->request('GET', $url);
            self::assertSame(404, $this->code());
            $this->post($url, ['answers' => [self::ACCOUNT => 'x']]);
            self::assertSame(404, $this->code());
        }
        self::assertSame($before, $this->version());
        self::assertStringNotContainsString(basename($first), $this->dump('ask_link'), 'only a hash of it is kept');
    }

    private function give(string $bytes, string $name): Crawler
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'ask');
        file_put_contents($file, $bytes);
        $upload = ['file' => new UploadedFile($file, $name, test: true)];
        $values = ['_token' => 'csrf-token', 'by' => 'Ada'];

        return $this->client->request('POST', self::JOB.'/ask/back', $values, $upload, ['HTTP_ORIGIN' => 'http://localhost']);
    }

    private function dump(string $table): string
    {
        return json_encode($this->em()->getConnection()->fetchAllAssociative('SELECT * FROM '.$table), \JSON_THROW_ON_ERROR);
    }

    private function value(string $unit, string $setting): mixed
    {
        return (new Settings($job = $this->job()))->value($job->devices[$unit], $setting)?->value();
    }

    private function waits(string $unit, string $setting): bool
    {
        $job = $this->job();
        self::assertNotSame(Stage::AsLeft, $job->devices[$unit]->stage);
        foreach ((new Runbooks(new Settings($job)))->runbook($job->devices[$unit])->steps as $step) {
            if (\in_array($setting, array_column($step->blockedBy, 'id'), true)) {
                return true;
            }
        }

        return false;
    }
}
