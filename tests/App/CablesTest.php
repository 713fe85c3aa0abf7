<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

/** Switches, links, power and streams on one page, with the figures of the command line. */
final class CablesTest extends AppTestCase
{
    public function testSumsAreShownWhereTheyAreMade(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/cables');
        self::assertSelectorTextContains('.cables article', 'Radio link to Eastholm', 'the fullest first');
        $full = $page->filter('.cables article:first-of-type .too-much');
        self::assertSame(['Inbound: 124 of 120 Mbit/s'], $full->each(static fn ($svg): string => (string) $svg->attr('aria-label')));
        self::assertSelectorTextContains('.cables article', 'no capacity for another stream like the largest');
        self::assertSelectorTextContains('.why', 'Send "Landing camera, live" with 58 Mbit/s.');
        self::assertSelectorTextContains('.why', 'Berth 2 camera does not get enough power from Pier switch, port 1');
        self::assertSelectorTextContains('.next', 'Send "Landing camera, live" with 58 Mbit/s.');
        self::assertSelectorNotExists('.next button', 'a viewer takes nothing');
        self::assertSame(['1'], $page->filter('.front [data-state=short]')->each(static fn ($port): string => $port->text()));
        self::assertStringContainsString('23.1 W from the port, 41.1 V at the device', $page->filter('.cables details')->eq(1)->text());
        self::assertSelectorNotExists('a[data-key=s]', 'a viewer adds nothing');
    }

    /** The change that is offered is taken, comes back to this page, and the bar fits. */
    public function testTheSmallestChangeIsTaken(): void
    {
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/cables');
        $this->client->submitForm('Apply change T');
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Cables');
        self::assertSelectorNotExists('.cables article .too-much');
        self::assertStringContainsString('120 of 120', $page->filter('.cables article')->text());
        self::assertSelectorTextContains('.next', 'Use a shorter or better cable');
    }

    public function testALeadBeginsWithASwitch(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/job/skerry-slip/cables');
        self::assertSelectorTextContains('.next', 'No switch is planned yet');
        $this->client->clickLink('Add switch S');
        self::assertResponseIsSuccessful();
        $this->client->submitForm('Save', ['name' => 'Slip switch']);
        $this->client->request('GET', '/job/skerry-slip/cables');
        self::assertSelectorTextContains('.cables', 'Slip switch');
    }

    /** A list is looked at before it is taken, and a viewer is not asked. */
    public function testACableListIsPastedLookedAtAndTaken(): void
    {
        $list = self::JOB.'/cables/list';
        $this->as('ines');
        $this->client->request('GET', $list);
        $this->client->submitForm('Show what would change', ['text' => "Port;Unit\n1;x"]);
        self::assertResponseStatusCodeSame(422);
        self::assertSelectorTextContains('[role=alert]', '"Switch" and "Port" among them');
        $text = "Switch;Port;Unit;Metres\nPier switch;1;Berth 2 camera;40\nPier switch;24;Nobody;";
        $this->client->submitForm('Show what would change', ['text' => $text]);
        self::assertSelectorTextContains('.sheet h2', '1 changed, 1 refused');
        self::assertSelectorTextContains('.sheet', 'the name of a unit of this job');
        self::assertSame(96.0, $this->job()->devices['berth-2']->interfaces[0]->plug->metres, 'nothing yet');
        $this->client->submitForm('Apply changes T');
        self::assertResponseRedirects();
        self::assertSame(40.0, $this->job()->devices['berth-2']->interfaces[0]->plug->metres);
        $this->as('vera');
        $this->client->request('GET', $list);
        self::assertResponseStatusCodeSame(403);
    }
}
