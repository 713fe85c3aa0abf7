<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Tour\Tour;
use Vorhut\App\Tour\TourStop;

/** The tour through the demo job: offered once, ten screens, and never seen again by whoever ends it. */
final class TourTest extends AppTestCase
{
    public function testItLeadsThroughTenScreensAndIsOver(): void
    {
        $this->as('vera');
        $this->client->request('GET', '/');
        self::assertSelectorTextContains('.tour', 'New here?');
        $this->client->submitForm('Start the tour');
        $titles = array_map(static fn (TourStop $s): string => $s->title, Tour::stops());
        self::assertCount(10, $titles);
        foreach ($titles as $n => $title) {
            $this->client->followRedirect();
            self::assertResponseIsSuccessful($title);
            self::assertSelectorTextContains('.tour', \sprintf('Tour, %d of 10', $n + 1));
            self::assertSelectorTextContains('.tour b', $title);
            self::assertSelectorExists('.tour p', 'the text stands on its own screen: '.$title);
            $this->client->submitForm(9 === $n ? 'Finish' : 'Next >');
        }
        self::assertResponseRedirects('/');
        $this->client->followRedirect();
        self::assertSelectorNotExists('.tour', 'it is not offered again');
        $this->client->request('GET', self::JOB);
        self::assertSelectorNotExists('.tour');
    }

    public function testWhoDeclinesItIsNotAskedAgain(): void
    {
        $this->as('tomas');
        $this->client->request('GET', self::JOB);
        self::assertSelectorNotExists('.tour', 'it is offered in the list of jobs only');
        $this->client->request('GET', '/');
        $this->client->submitForm('No, thanks');
        $this->client->request('GET', '/');
        self::assertSelectorNotExists('.tour');
    }

    public function testAnotherScreenLeadsBackToIt(): void
    {
        $this->as('ines');
        $this->post('/tour', ['stop' => '2']);
        self::assertResponseRedirects(self::JOB.'/networks');
        $this->client->request('GET', '/job/skerry-slip/networks');
        self::assertSelectorNotExists('.tour', 'another job');
        $this->client->request('GET', self::JOB.'/voice');
        self::assertSelectorNotExists('.tour p');
        $this->client->clickLink('Back to the tour >');
        self::assertSelectorTextContains('.tour', 'Tour, 2 of 10');
        $this->post('/tour', ['stop' => '99']);
        self::assertResponseRedirects(self::JOB.'/hand-over');
        $this->post('/tour', ['stop' => '-3']);
        self::assertResponseRedirects('/');
    }

    public function testItIsNotOfferedWithoutTheDemoJob(): void
    {
        $this->as('ines');
        $this->post(self::JOB.'/remove', ['name' => 'Kestrel Sound Ferries']);
        $this->client->request('GET', '/');
        self::assertSelectorNotExists('.tour');
    }
}
