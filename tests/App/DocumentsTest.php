<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\HandOver\Paper\Book;
use Vorhut\App\Papers\XlsxReader;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Paper\PrintableLists;

/** What a client keeps, made by the worker into one archive. */
final class DocumentsTest extends AppTestCase
{
    /** What is ticked comes in one archive, the same bytes for the same plan; who only looks carries nothing off. */
    public function testDocumentsAreMadeByTheWorker(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/hand-over');
        self::assertSelectorCount(10, 'form input[name="d[]"]');
        $names = ['lists', 'workbook', 'cards', 'leases', 'dates', 'plan', 'firewall', 'drawings', 'labels', 'nonsense'];
        $first = $this->made($names);
        self::assertSame(hash('sha256', $first), hash('sha256', $this->made($names)));
        $files = self::unpacked($first);
        self::assertCount(\count(PrintableLists::all()), self::named($files, '#^lists/#'));
        self::assertArrayHasKey('servers/10.47.10.in-addr.arpa.zone', $files);
        self::assertSame(['dates.ics', 'plan.json'], \array_slice(array_keys($files), -2));
        self::assertStringContainsString('BEGIN:VEVENT', $files['dates.ics']);
        self::assertSame(JobFile::write($this->job()), $files['plan.json']);
        self::assertMatchesRegularExpression('/UDP 5060.*10\.47\.60\.0.*Phone system|10\.47\.60\.0\/25/', $files['firewall-request.csv']);
        self::assertStringStartsWith('%PDF-', $files['labels/labels-0001-0081.pdf']);
        foreach (self::named($files, '/\.svg$/') as $name) {
            $svg = new \DOMDocument();
            self::assertTrue($svg->loadXML($files[$name], \LIBXML_NONET), $name);
            self::assertSame('http://www.w3.org/2000/svg', $svg->documentElement?->namespaceURI);
            self::assertStringNotContainsString('href', $files[$name], 'a drawing leads nowhere');
        }
        self::assertStringContainsString('10.47.60.0/25', $files['drawings/networks.svg']);
        self::assertStringContainsString('Battery supply', $files['drawings/rack-1.svg']);
        self::assertStringContainsString('reply stops here', $files['drawings/way-control-calls-windows.svg']);
        // Every list is a sheet, and reads back as it stands in the list itself.
        self::assertStringStartsWith(implode("\t", PrintableLists::all()['addresses']->heads()), XlsxReader::text($files['lists.xlsx']));
    }

    public function testWhoMayNotAndWhatIsNotThere(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/hand-over');
        $this->post(self::JOB.'/hand-over/documents', ['d' => ['nonsense']]);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'Select at least one document');
        self::assertSame([], $this->em()->getRepository(DocumentsRun::class)->findAll());
        $this->made(['cards']);
        $run = $this->em()->getRepository(DocumentsRun::class)->findOneBy([]) ?? throw new \LogicException();
        $this->client->request('GET', '/job/skerry-slip/hand-over/documents/'.$run->getId().'.zip');
        self::assertSame(404, $this->code(), 'they are of another job');
        $this->as('vera');
        $this->client->request('POST', self::JOB.'/hand-over/documents', ['d' => ['cards'], '_token' => 'csrf-token']);
        self::assertSame(403, $this->code());
        $this->client->request('GET', self::JOB.'/hand-over/documents/'.$run->getId().'.zip');
        self::assertSame(403, $this->code());
    }

    /** The last three archives of a job are kept. */
    public function testOldArchivesGo(): void
    {
        $this->as('tomas');
        for ($n = 0; $n < 4; ++$n) {
            $this->made(['cards']);
        }
        $runs = $this->em()->getRepository(DocumentsRun::class)->findBy([], ['id' => 'ASC']);
        $codes = [];
        foreach ($runs as $run) {
            $this->client->request('GET', self::JOB.'/hand-over/documents/'.$run->getId().'.zip');
            $codes[] = $this->code();
        }
        self::assertSame([404, 200, 200, 200], $codes);
    }

    /** The paper says what its parts are, and embeds its fonts; sheets of more than a hundred units are files beside it. */
    public function testThePaperIsTagged(): void
    {
        $this->more(20);
        $this->as('ines');
        $files = self::unpacked($this->made(['hand-over']));
        $sheets = ['units/units-0001-0050.pdf', 'units/units-0051-0100.pdf', 'units/units-0101-0101.pdf'];
        self::assertSame(['hand-over.pdf', ...$sheets], array_keys($files));
        $book = $files['hand-over.pdf'];
        self::assertStringContainsString('/MarkInfo << /Marked true >>', $book);
        $others = ['contents', 'open', 'cautions', 'racks', 'proof'];
        self::assertSame(\count($others) + \count(PrintableLists::all()), preg_match_all('#/S /H2 #', $book));
        self::assertSame(2, preg_match_all('#/FontFile2 #', $book), 'plain and bold');
        self::assertSame(0, preg_match_all('#/BaseFont /Helvetica#', $book));
        self::assertSame(0, preg_match_all('#/S /Sect #', $book));
        $units = static fn (string $name): int => (int) preg_match_all('#/S /Sect #', $files[$name]);
        self::assertSame([50, 50, 1], array_map($units, $sheets));
    }

    /** Of a long list the first rows are printed, and how many more there are. */
    public function testThePaperOfALargeJobEnds(): void
    {
        $this->more(250);
        $this->moreIntents(30);
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/hand-over');
        $reading = self::getContainer()->get(JobReading::class);
        $book = self::getContainer()->get(Book::class);
        \assert($reading instanceof JobReading && $book instanceof Book);
        $view = $book->view($reading->context($this->stored()));
        $ports = array_column($view->lists, null, 'id')['list-ports'];
        $all = \count(PrintableLists::all()['ports']->rows($this->job()));
        self::assertCount(100, $ports['rows']);
        self::assertStringStartsWith(\sprintf('%d more are not printed here.', $all - 100), $ports['more']);
        self::assertSame('', array_column($view->lists, null, 'id')['list-racks']['more']);
        self::assertSame([], $view->units);
        $intents = \count($this->job()->intents);
        self::assertCount(40, $view->proof);
        self::assertSame(\sprintf('%d more are not printed here. The full list is in Proof.', $intents - 40), $view->proofMore);
    }

    private function moreIntents(int $count): void
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $intent = static fn (int $n): Edit => new Edit(Intent::class, 'more-'.$n, null, [
            'id' => 'more-'.$n,
            'kind' => 'reach',
            'from' => ['device:ticket-1'],
            'to' => ['device:pbx'],
        ]);
        $change = new ChangeSet('More', array_map($intent, range(1, $count)));
        $editor->apply($this->stored(), $change, $this->person('ines'), $this->version());
    }

    private function more(int $hosts): void
    {
        $editor = self::getContainer()->get(JobEditor::class);
        \assert($editor instanceof JobEditor);
        $host = static fn (int $n): Edit => new Edit(Device::class, 'host-'.$n, null, [
            'id' => 'host-'.$n,
            'name' => 'Host '.$n,
            'profile' => 'generic-host',
            'interfaces' => [['segment' => 'servers', 'mode' => 'dhcp']],
        ]);
        $editor->apply($this->stored(), new ChangeSet('More', array_map($host, range(1, $hosts))), $this->person('ines'), $this->version());
    }

    /** @param list<string> $names */
    private function made(array $names): string
    {
        $this->post(self::JOB.'/hand-over/documents', ['d' => $names]);
        $this->work();
        $page = $this->client->request('GET', self::JOB.'/hand-over');
        self::assertSelectorTextContains('[role=status]', 'in one archive');
        $this->client->click($page->selectLink('Download')->link());
        self::assertResponseHeaderSame('Content-Type', 'application/zip');

        return $this->client->getInternalResponse()->getContent();
    }

    /**
     * @param array<string, string> $files
     *
     * @return list<string>
     */
    private static function named(array $files, string $pattern): array
    {
        return array_values(array_filter(array_keys($files), static fn (string $name): bool => 1 === preg_match($pattern, $name)));
    }

    /** @return array<string, string> bytes by name */
    private static function unpacked(string $bytes): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        file_put_contents($path, $bytes);
        $zip = new \ZipArchive();
        $zip->open($path);
        $files = [];
        for ($n = 0; $n < $zip->numFiles; ++$n) {
            $files[(string) $zip->getNameIndex($n)] = (string) $zip->getFromIndex($n);
        }
        $zip->close();
        unlink($path);

        return $files;
    }
}
