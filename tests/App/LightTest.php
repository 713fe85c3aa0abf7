<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

/** Universes drawn as strips, with what overlaps. */
final class LightTest extends AppTestCase
{
    public function testWhatOverlapsStandsOutAndIsMoved(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/light');
        self::assertSelectorCount(2, '.slots');
        self::assertSelectorCount(2, '.slots .too-much');
        self::assertSelectorTextContains('.cables h2', '40 of 512 slots taken · 239.255.0.1');
        self::assertSelectorNotExists('.next button', 'a viewer takes nothing');
        $this->as('ines');
        $this->client->request('GET', self::JOB.'/light');
        $this->client->submitForm('Apply change T');
        $page = $this->client->followRedirect();
        self::assertSelectorTextContains('h1', 'Light');
        self::assertSelectorNotExists('.slots .too-much');
        self::assertSelectorTextContains('.cables h2', '48 of 512');
        self::assertSame('17 to 32', $page->filter('.cables tbody tr')->eq(2)->filter('td')->first()->text());
    }

    public function testTheFirstFixtureIsPlanned(): void
    {
        $this->as('ines');
        $this->client->request('GET', '/job/skerry-slip/light');
        self::assertSelectorTextContains('.next', 'No fixture is planned yet');
        $this->client->clickLink('Add fixture F');
        $this->client->submitForm('Save', ['name' => 'Slip lamp', 'start' => '513']);
        self::assertSelectorTextContains('[role=alert]', 'from 1 to 512');
        $this->client->submitForm('Save', ['name' => 'Slip lamp', 'start' => '512']);
        $this->client->request('GET', '/job/skerry-slip/light');
        self::assertSelectorTextContains('.cables', 'Slip lamp');
        self::assertSelectorTextContains('.cables h2', '1 of 512 slots taken');
    }
}
