<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\TestWith;
use Vorhut\Core\Job\Extension;

/** Numbers, trunks and routes, dialled on paper. */
final class VoiceTest extends AppTestCase
{
    #[TestWith(['from=2001&number=2003', 'connected', 'Ticket 3 (2003) rings'])]
    #[TestWith(['from=2001&number=0+44-123', 'connected', 'Outside sends 44123 by Carrier'])]
    #[TestWith(['from=2040&number=0441', 'not allowed', '2040 is not permitted to use it'])]
    #[TestWith(['from=trunk%3Acarrier&number=%2B1+202+555+0120', 'no route', 'No inbound route matches it'])]
    #[TestWith(['from=trunk%3Acarrier&number=2025550120&at=2026-12-25T10:00', 'connected', 'Messages (2090)'])]
    #[TestWith(['from=2001&number=112', 'connected', 'caller ID sent +12025550120'])]
    #[TestWith(['from=2001&number=0112', 'the emergency call does not arrive', '202555112'])]
    public function testANumberIsDialledOnPaper(string $query, string $verdict, string $why): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/voice?'.$query);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString($verdict, $page->filter('.verdict')->text());
        self::assertStringContainsString($why, $page->filter('.verdict')->text());
    }

    #[TestWith(['from=2999&number=1', '2999'])]
    #[TestWith(['from=2001&number=xyz', 'keys of a telephone'])]
    #[TestWith(['from=2001&number=1&at=noon', 'ISO 8601'])]
    #[TestWith(['number=1', 'Name the caller'])]
    public function testWhatCannotBeDialledIsSaidAndNothingIsLost(string $query, string $says): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/voice?'.$query);
        self::assertResponseIsSuccessful();
        self::assertStringContainsString($says, $page->filter('.error-text')->text());
        parse_str($query, $typed);
        self::assertSame($typed['number'], $page->filter('input[name=number]')->attr('value'));
    }

    public function testThePageShowsStripHelpRoutesTrunksAndMenu(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/voice');
        self::assertCount(23, $page->filter('.strip-of-numbers .is-taken'));
        self::assertSame('2101 Horn 1 begins with 21, which is a feature code (Park a call)',
            $page->filter('.is-clash title')->text());
        self::assertStringContainsString('112', $page->filter('.help-numbers')->text());
        self::assertStringContainsString('No dispatchable location: 2008', $page->filter('.help-numbers')->text());
        self::assertCount(8, $page->filter('.routes tbody tr'));
        self::assertCount(2, $page->filter('.ends tr.is-broken'));
        self::assertStringContainsString('Ticket windows 2060', $page->filter('.keypad-of')->text());
        self::assertCount(0, $page->filter('a:contains("Add extension")'), 'for leads alone');
        $this->as('ines');
        $free = $this->client->request('GET', self::JOB.'/voice')->filter('.strip-of-numbers a[href*="number="]')->first()->attr('href');
        $form = $this->client->request('GET', (string) $free);
        self::assertSame('2014', $form->filter('input[name=number]')->attr('value'));
    }

    public function testSeveralNumbersAreLookedAtAndMadeAndNoneIsTaken(): void
    {
        $this->as('ines');
        $asked = ['first' => '2012', 'count' => '3', 'kind' => 'sip', 'server' => 'pbx', 'names' => "Anna\n\nBo"];
        $page = $this->client->request('GET', self::JOB.'/voice/several?'.http_build_query($asked));
        self::assertSame(['2014 Anna', '2015 Bo', '2016'], $page->filter('.made li')->each(static fn ($li): string => $li->text()));
        self::assertStringContainsString('2012 is Customs', $page->filter('.sheet .plain-list')->text());
        $offer = (string) $page->filter('input[name=offer]')->attr('value');
        $this->post(self::JOB.'/voice/several', [...$asked, 'names' => 'Somebody else', 'offer' => $offer]);
        self::assertArrayNotHasKey('2014', $this->job()->all(Extension::class), 'what was not shown is not made');
        $this->post(self::JOB.'/voice/several', [...$asked, 'offer' => $offer]);
        $made = $this->job()->extensions['2014'];
        self::assertSame(['Anna', 'pbx'], [$made->name, $made->server]);
        self::assertSame('Customs', $this->job()->extensions['2012']->name);
        $this->as('tomas');
        $this->post(self::JOB.'/voice/several', [...$asked, 'first' => '2030', 'offer' => $offer]);
        self::assertSame(403, $this->code());
    }

    #[TestWith(['first=&count=3', ''])]
    #[TestWith(['first=x&count=3', 'one to fifteen digits'])]
    #[TestWith(['first=2001&count=5000', '1 to 1000'])]
    #[TestWith(['first=2001&count=many', 'whole number'])]
    #[TestWith(['first=2001&server=nobody', 'a phone system'])]
    public function testSeveralThatCannotBeAreRefused(string $query, string $says): void
    {
        $this->as('ines');
        $page = $this->client->request('GET', self::JOB.'/voice/several?'.$query);
        self::assertResponseIsSuccessful();
        self::assertCount(0, $page->filter('.made'));
        self::assertStringContainsString($says, implode(' ', $page->filter('.error-text')->each(static fn ($e): string => $e->text())));
    }

    /** Lists are typed a line each, by order or by name. */
    public function testSumsTakeLists(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/voice/sums/audio-latency?rateHz=48000&stages='.rawurlencode("48 samples\n1,5 ms\n\n96"));
        self::assertSelectorTextContains('.results', '4.5 ms');
        $this->client->request('GET', self::JOB.'/voice/sums/dmx?fixtures='.rawurlencode("1 12\n12;4;0.5"));
        self::assertSelectorTextContains('.results', 'Overlapping 1 pairs');
        self::assertSelectorTextContains('.results', 'It fits no');
        $this->client->request('GET', self::JOB.'/voice/sums/sacn?universe=64000');
        self::assertSelectorTextContains('.sum', '1 to 63999');
    }

    public function testSumsBeginWithFiguresOfTheJob(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/voice/sums');
        $page = $this->client->click($page->selectLink('Carrier')->link());
        self::assertStringContainsString('3.75', $page->filter('.results')->text());
        self::assertStringContainsString('9.9 %', $page->filter('.results')->text());
        $page = $this->client->request('GET', self::JOB.'/voice/sums/call-rate?codec=G.711&packetMs=20&srtpTagBytes=0');
        self::assertStringContainsString('87.2', $page->filter('.results')->text());
        $page = $this->client->request('GET', self::JOB.'/voice/sums/call-rate?codec=G.711&packetMs=5');
        self::assertStringContainsString('10 to 60', $page->filter('.error-text')->text());
    }

    public function testAListOfNumbersIsLookedAtAndTaken(): void
    {
        $this->as('ines');
        $list = "Number;Name;Unit\n2001;First window;\n2014;Office;Ticket window 3\n2015;Store;\n";
        $page = $this->post(self::JOB.'/voice/list', ['text' => $list]);
        self::assertSame('1 new, 1 changed, 1 would renumber', $page->filter('.sheet h2')->text());
        self::assertStringContainsString('Ticket window 3 has 2003', $page->filter('.sheet table')->text());
        $offer = (string) $page->filter('input[name=offer]')->attr('value');
        $this->post(self::JOB.'/voice/list/take', ['text' => $list, 'offer' => 'other']);
        self::assertArrayNotHasKey('2015', $this->job()->extensions);
        $this->post(self::JOB.'/voice/list/take', ['text' => $list, 'offer' => $offer]);
        $job = $this->job();
        self::assertSame(['First window', 'Store'], [$job->extensions['2001']->name, $job->extensions['2015']->name]);
        self::assertSame('ticket-3', $job->extensions['2003']->device);
        $this->client->request('GET', self::JOB.'/voice/numbers.csv');
        self::assertStringContainsString('2015,Store', $this->body());
        $this->post(self::JOB.'/voice/list', ['text' => 'nothing']);
        self::assertSame(422, $this->code());
        $this->as('tomas');
        $this->post(self::JOB.'/voice/list/take', ['text' => $list]);
        self::assertSame(403, $this->code());
    }

    public function testALogSaysWhereAWirelessPhoneStopped(): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', self::JOB.'/air');
        self::assertCount(7, $page->filter('.stages-of-air li.is-good, .stages-of-air li.is-open'));
        $log = (string) file_get_contents(\dirname(__DIR__, 2).'/demo/radius-log.txt');
        $page = $this->post(self::JOB.'/air', ['text' => $log]);
        self::assertStringContainsString('Berth hand', $page->filter('tbody tr')->first()->text());
        self::assertStringContainsString(
            'Check that the server may provision the first credential in band',
            $page->filter('tbody')->text(),
        );
        $page = $this->post(self::JOB.'/air', ['text' => 'nothing']);
        self::assertSame(422, $this->code());
        self::assertStringContainsString('Line 1', $page->filter('.error-text')->text());
    }

    /** A page costs as many questions to the database whatever the job's size. */
    public function testThePageCostsAHandfulOfQuestions(): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/voice');
        foreach (['/voice?from=2001&number=0112', '/voice/sums', '/phones'] as $page) {
            $before = $this->selects();
            $this->client->request('GET', self::JOB.$page);
            self::assertResponseIsSuccessful();
            self::assertLessThan(25, $this->selects() - $before, $page);
        }
    }
}
