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
        self::assertSame(['radio: 124 of 120 Mbit/s'], array_map(
            static fn (string $label): string => str_replace('back', 'radio', $label),
            $page->filter('.cables article:first-of-type .too-much')->each(static fn ($svg): string => (string) $svg->attr('aria-label')),
        ));
        self::assertSelectorTextContains('.why', 'Berth 2 camera gets too little power from Pier switch, port 1');
        self::assertSelectorTextContains('.next', 'Take a shorter or a better cable');
        self::assertSame(['1'], $page->filter('.front [data-state=short]')->each(static fn ($port): string => $port->text()));
        self::assertStringContainsString('23.1 W in, 41.1 V at the unit', $page->filter('.cables details')->eq(1)->text());
        self::assertSelectorNotExists('a[data-key=s]', 'a viewer adds nothing');
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
}
