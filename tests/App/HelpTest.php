<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Help\Chapter;
use Vorhut\App\Help\Rendered;

/** The manual in the application. */
final class HelpTest extends AppTestCase
{
    public function testEveryChapterOpensWithItsPicturesAndLinksThatLeadSomewhere(): void
    {
        $this->as('vera');
        $this->client->request('GET', '/help');
        $first = $this->client->followRedirect();
        $urls = $first->filter('.chapters li a')->each(static fn (Crawler $c): string => (string) $c->attr('href'));
        self::assertCount(11, $urls, 'ten tasks and the glossary');
        $linked = [];
        foreach ($urls as $url) {
            $page = $this->client->request('GET', $url);
            self::assertSame(200, $this->code(), $url);
            self::assertSame('page', $page->filter('.chapters a[href="'.$url.'"]')->attr('aria-current'));
            self::assertGreaterThan(200, mb_strlen($page->filter('main')->text()), $url);
            $linked = [
                ...$linked,
                ...$page->filter('main img')->each(static fn (Crawler $c): string => (string) $c->attr('src')),
                ...$page->filter('main section a')->each(static fn (Crawler $c): string => (string) $c->attr('href')),
            ];
        }
        self::assertNotSame([], $linked);
        foreach (array_unique($linked) as $url) {
            self::assertStringStartsWith('/help/', $url);
            $this->client->request('GET', $url);
            self::assertSame(200, $this->code(), $url);
        }
    }

    /** @return iterable<string, array{string, int, string}> search, least number of hits, what is among them */
    public static function searches(): iterable
    {
        yield 'a word' => ['gateway', 1, 'gateway'];
        yield 'two words of one section, in other case' => ['VLAN  subnet', 1, ''];
        yield 'a term of the glossary' => ['glossary', 0, ''];
        yield 'nothing' => ['xyzzy', 0, 'No match for “xyzzy”'];
        yield 'markup' => ['<b>&', 0, 'No match for “<b>&”'];
    }

    #[DataProvider('searches')]
    public function testASearchNamesSectionsWithAllItsWords(string $query, int $least, string $text): void
    {
        $this->as('vera');
        $page = $this->client->request('GET', '/help?q='.rawurlencode($query));
        $hits = $page->filter('.found a')->each(static fn (Crawler $c): string => (string) $c->attr('href'));
        self::assertGreaterThanOrEqual($least, \count($hits));
        self::assertSelectorTextContains('main', '' === $text || $least > 0 ? 'Search' : $text);
        foreach ($hits as $hit) {
            [$url, $id] = explode('#', $hit);
            $section = $this->client->request('GET', $url)->filter('main section[id="'.$id.'"]');
            self::assertCount(1, $section, $hit);
        }
    }

    public function testWhatIsNotThereIsNotFound(): void
    {
        $this->as('vera');
        $missing = ['/help/no-such', '/help/pictures/no-such.png', '/help/pictures/..%2F..%2FREADME.png', '/help/pictures/Networks.png'];
        foreach ($missing as $url) {
            $this->client->request('GET', $url);
            self::assertSame(404, $this->code(), $url);
        }
    }

    public function testItIsNotReadWithoutSigningIn(): void
    {
        $this->client->request('GET', '/help/networks');
        self::assertResponseRedirects();
    }

    public function testTheWholeManualIsAPdf(): void
    {
        $this->as('vera');
        $this->client->request('GET', '/help.pdf');
        self::assertSame(200, $this->code());
        self::assertStringStartsWith('%PDF-', (string) $this->client->getInternalResponse()->getContent());
    }

    /** Of each page of the way on which one can be, by its own link. */
    public function testEachSectionOfAJobHasAChapter(): void
    {
        $this->as('vera');
        $found = [];
        foreach (['', '/networks', '/devices', '/pairings', '/bench', '/voice', '/media', '/power', '/proof', '/hand-over'] as $page) {
            $link = $this->client->request('GET', self::JOB.$page)->filter('#keys a')->link();
            $this->client->click($link);
            self::assertSame(200, $this->code(), $page);
            $found[$page] = basename($link->getUri());
        }
        self::assertSame(
            ['start-a-job', 'networks', 'devices', 'pairings', 'bench', 'voice', 'media-power', 'media-power', 'proof', 'hand-over'],
            array_values($found),
        );
    }

    public function testTextIsNeverMarkup(): void
    {
        $text = "# One\n\nBefore.\n\n## A & B\n\nSee <script>alert(1)</script> [x](javascript:alert(1))\n\n![p](a/b.png)\n";
        $chapter = Chapter::fromText('x', $text);
        self::assertSame('One', $chapter->title);
        $sections = (new Rendered(static fn (string $name): string => '/at/'.$name))->sections($chapter);
        self::assertSame([['begin', ''], ['a-b', 'A & B']], array_map(static fn (array $s): array => [$s['id'], $s['title']], $sections));
        self::assertStringNotContainsString('<script', $sections[1]['html']);
        self::assertStringNotContainsString('javascript:', $sections[1]['html']);
        self::assertStringContainsString('src="/at/b"', $sections[1]['html']);
    }
}
