<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

/** What leaves a site, chains of sound, rooms, racks: drawn, and mended where they are drawn. */
final class MediaTest extends AppTestCase
{
    public function testAnUplinkThatIsTooThinIsMended(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/media');
        self::assertSelectorTextContains('.next', 'Mobile uplink at the slip: 5.3 Mbit/s planned, limit 5.2 Mbit/s');
        self::assertSelectorNotExists('.next button', 'a viewer takes nothing');
        self::assertSelectorTextContains('.stream', 'Tide encoder → Mobile uplink at the slip → Tide receiver');
        self::assertSelectorTextContains('.stream', '340 of 800 ms');
        self::assertSelectorTextContains('.stream', '2.4 GB/h (metered)');
        self::assertSelectorTextContains('.stream', '47 °C measured, rated to 45');
        self::assertSelectorExists('.log.too-much polyline');
        self::assertSelectorCount(5, '.stream .parts li');
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/media');
        $this->client->submitForm('Apply change T');
        $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Media');
        self::assertSelectorNotExists('.sum-bar .too-much .filled');
        self::assertSelectorTextContains('.next', 'measured 47 °C');
    }

    public function testARateThatDiffersIsDrawnWhereItDiffers(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/chains');
        self::assertSelectorCount(3, '.sound-chain');
        self::assertSelectorCount(1, '.sound-chain .apart');
        self::assertSelectorTextContains('.sound-chain .apart', '48 kHz');
        self::assertSelectorCount(0, '.time-line.too-much');
        self::assertSame('112.0 ms, allowed 105 to 165', $page->filter('.cables')->eq(2)->filter('p.v')->text());
        self::assertSelectorTextContains('table', '239.192.50.1');
        self::assertSelectorTextContains('table', 'Horn 1, Horn 2, Horn 3, Horn 4, Horn 5, Horn 6 and 4 more');
        self::assertSelectorTextContains('.parts', '3 Hall music tuner');
    }

    public function testAConferenceBeyondItsLicenceAndTheDirectory(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/rooms');
        self::assertSelectorTextContains('.sum-bar .v', '3 of 2 sites');
        self::assertSelectorTextNotContains('.work', 'secret:');
        $this->client->request('GET', self::JOB.'/rooms/directory.vcf');
        self::assertResponseHeaderSame('Content-Type', 'text/vcard; charset=utf-8');
        $cards = (string) $this->client->getResponse()->getContent();
        self::assertStringContainsString("BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Control room codec\r\nTEL;TYPE=work,voice:2050\r\n", $cards);
        self::assertSame(substr_count($cards, 'BEGIN:VCARD'), substr_count($cards, "\r\nEND:VCARD\r\n"));
        $this->client->request('GET', self::JOB.'/papers/directory');
        self::assertSelectorTextContains('table', 'Control room codec');
    }

    public function testWhatIsHeavyIsMovedDown(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/power');
        self::assertSelectorCount(2, '.rack');
        self::assertSelectorTextContains('.rack', 'Battery supply: 31 kg, two people or a lifting aid.');
        self::assertSelectorTextContains('.sum-bar .v', "680 of 1\u{2009}840 W");
        $this->client->submitForm('Apply change T');
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Power and rack');
        self::assertSelectorTextSame('.why', '', 'the pane gives its room to the work');
        $names = $page->filter('.rack')->first()->filter('svg svg text:first-of-type')->each(static fn ($t): string => $t->text());
        self::assertSame(['Second battery', 'Battery supply'], \array_slice($names, -2));
    }

    public function testAnEmptyJobSaysWhatToDo(): void
    {
        $this->as('ines');
        foreach (['chains' => 'No audio chain', 'power' => 'No rack', 'rooms' => 'No room system'] as $page => $says) {
            $this->client->request('GET', '/job/skerry-slip/'.$page);
            self::assertResponseIsSuccessful();
            self::assertSelectorTextContains('.next', $says);
        }
    }
}
