<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

/** Lists of any record, pasted: shown first, then taken, and only by those who may change them. */
final class RecordListsTest extends AppTestCase
{
    private const FIXTURES = "Name;Universe;Start address;Location\nPar 1;1;301;Control room\nPar 2;1;306;Nowhere\n";

    public function testFixturesArePastedShownAndTaken(): void
    {
        $this->as('ines');
        $before = \count($this->job()->records['fixtures']);
        $page = $this->client->request('GET', self::JOB.'/light');
        $this->client->click($page->filter('a[href$="/lists/fixtures"]')->link());
        self::assertSelectorTextContains('aside', 'Start address, required');
        $this->client->submitForm('Show what would change', ['text' => self::FIXTURES]);
        self::assertSelectorTextContains('main', '1 new, 1 refused');
        self::assertSelectorTextContains('main', 'Location: "Nowhere" was given');
        self::assertCount($before, $this->job()->records['fixtures'], 'nothing is taken yet');
        $this->client->submitForm('Apply changes');
        self::assertResponseRedirects(self::JOB.'/records/fixtures');
        self::assertCount($before + 1, $this->job()->records['fixtures']);
        self::assertSame(301, $this->job()->records['fixtures']['par-1']['start'] ?? null);
        $this->client->followRedirect();
        self::assertSelectorTextContains('main', 'Par 1');
        $this->client->request('GET', self::JOB.'/lists/fixtures');
        $this->client->submitForm('Show what would change', ['text' => self::FIXTURES]);
        self::assertSelectorTextContains('main', '1 as planned, 1 refused');
        self::assertSelectorNotExists('main form[action$="/take"]', 'there is nothing to take');
    }

    public function testAListThatIsOutOfDateIsShownAgain(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/lists/circuits');
        $this->client->submitForm('Show what would change', ['text' => "Name;Voltage, V\nFoyer;230\n"]);
        $this->client->submitForm('Apply changes', ['offer' => 'another']);
        self::assertResponseRedirects(self::JOB.'/lists/circuits');
        self::assertNotContains('Foyer', array_column($this->job()->records['circuits'], 'name'));
    }

    public function testWhatIsNoListIsSaid(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/lists/circuits');
        $this->client->submitForm('Show what would change', ['text' => 'hello']);
        self::assertSame(422, $this->code());
        self::assertSelectorTextContains('main', 'a line that names the columns');
        self::assertSelectorTextContains('textarea', 'hello', 'what was pasted is not lost');
        foreach (['profiles', 'nothing'] as $none) {
            $this->client->request('GET', self::JOB.'/lists/'.$none);
            self::assertSame(404, $this->code());
        }
    }

    public function testAListGoesOut(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/lists/circuits.csv');
        $text = (string) $this->client->getResponse()->getContent();
        self::assertStringContainsString('Id,Name,"Voltage, V"', $text);
        self::assertStringContainsString('comms-a,"Comms room, circuit A",230,10', $text);
    }

    public function testOnlyThoseWhoMayChangeRecordsPasteThem(): void
    {
        foreach (['vera', 'tomas'] as $person) {
            $this->as($person);
            $this->client->request('GET', self::JOB.'/lists/circuits');
            self::assertSame(403, $this->code(), $person);
            $this->post(self::JOB.'/lists/circuits/take', ['text' => "Name;Voltage, V\nFoyer;230\n"]);
            self::assertSame(403, $this->code(), $person);
        }
    }
}
