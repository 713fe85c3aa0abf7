<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Symfony\Component\DomCrawler\Crawler;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Record\Json;

/** A job file that brings what acts is shown before it is taken, and taken only on somebody's word. */
final class ActingTest extends AppTestCase
{
    private const KIND = ['id' => 'desk', 'name' => 'Desk', 'family' => 'phone', 'factory' => ['mode' => 'dhcp']];

    public function testAFileThatActsIsShownFirst(): void
    {
        $this->as('ines');
        $file = ['template' => ['<script>alert(1)</script> {{ name }}'], 'options' => [['code' => 66, 'value' => 'http://203.0.113.9/']]];
        $page = $this->import(['profiles' => [self::KIND + ['provisioning' => $file]], 'job' => ['name' => 'Acting', 'notes' => '']]);
        self::assertResponseIsSuccessful();
        self::assertNull($this->find('acting'), 'nothing is taken yet');
        $text = $page->filter('table')->text();
        foreach (['<script>alert(1)</script>', 'served as {mac}.cfg (text/plain', 'DHCP option 66', 'http://203.0.113.9/'] as $part) {
            self::assertStringContainsString($part, $text);
        }
        self::assertCount(0, $page->filter('table script'));
        $held = (string) $page->filter('[name=held]')->attr('value');
        $this->as('tomas');
        $this->post('/jobs/import', ['held' => $held]);
        self::assertNull($this->find('acting'), 'it is somebody else\'s');
        $this->as('ines');
        $this->post('/jobs/import', ['held' => $held]);
        self::assertNotNull($this->find('acting'));
        $this->post('/jobs/import', ['held' => $held]);
        self::assertNull($this->find('acting-2'), 'it is taken once');
    }

    public function testALinkIsShownAndAPlainFileIsTaken(): void
    {
        $this->as('ines');
        $page = $this->import(['job' => ['name' => 'Linked', 'notes' => 'See https://docs.example.test/a?b=1.']]);
        self::assertStringContainsString('https://docs.example.test/a?b=1', $page->filter('table')->text());
        self::assertNull($this->find('linked'));
        $this->import(['job' => ['name' => 'Plain', 'notes' => '']]);
        self::assertNotNull($this->find('plain'));
    }

    public function testAKindThatIsTypedShowsWhatItBrings(): void
    {
        $this->as('ines');
        $acts = $this->checked('desk-phone-keypad', []);
        self::assertStringContainsString('a template, filled for each of them and served as', $acts);
        self::assertStringContainsString('DHCP option 66', $acts);
        self::assertStringNotContainsString('a link', $acts);
        $noted = $this->checked('desk-phone-keypad', ['about' => 'See https://docs.example.test/quay.']);
        self::assertStringContainsString('Quay unit a link https://docs.example.test/quay', $noted);
        self::assertStringNotContainsString('contains active content', $this->checked('unmanaged-switch', []));
    }

    /**
     * @param array<string, string> $changes
     *
     * @return string what is said while a kind like another is typed
     */
    private function checked(string $like, array $changes): string
    {
        $url = '/job/kestrel-sound-ferries/records/profiles/+';
        $form = $this->client->request('GET', $url.'?like='.$like)->selectButton('Save')->form();
        $page = $this->post($url.'/check', ['name' => 'Quay unit', ...$changes] + $form->getPhpValues());
        self::assertStringContainsString('● valid', $page->text());

        return $page->text();
    }

    /** @param array<string, mixed> $data */
    private function import(array $data): Crawler
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'job');
        file_put_contents($file, Json::line(['format' => 'vorhut-job', 'version' => 1] + $data));
        $upload = ['file' => new UploadedFile($file, 'theirs.json', 'application/json', test: true)];

        return $this->client->request('POST', '/jobs/import', ['_token' => 'csrf-token'], $upload, ['HTTP_ORIGIN' => 'http://localhost']);
    }

    private function find(string $slug): ?StoredJob
    {
        return $this->em()->getRepository(StoredJob::class)->findOneBy(['slug' => $slug]);
    }
}
