<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Vorhut\App\Entity\TestRun;

/** A part of a page that is opened by itself leads to its page. */
final class WholePagesTest extends AppTestCase
{
    /** @return iterable<string, array{string, string, string}> the part, its page, what is on the page */
    public static function parts(): iterable
    {
        yield 'device' => ['/devices/tide-cam/why', '/devices?sel=tide-cam', '#why-inner'];
        yield 'row' => ['/devices/tide-cam/row', '/devices?sel=tide-cam', '#why-inner'];
        yield 'lab' => ['/lab', '/proof', '#lab'];
        yield 'next change' => ['/proof/next', '/proof', 'h1'];
        $pair = 'intent=station-receivers&pair='.rawurlencode('mic-station>receiver-3');
        yield 'changes for a pair' => ['/proof/repairs?'.$pair, '/proof?'.$pair, '#why-inner'];
    }

    #[DataProvider('parts')]
    public function testItIsShownInItsPage(string $part, string $page, string $selector): void
    {
        $this->as('vera');
        $this->client->request('GET', self::JOB.$part);
        self::assertResponseRedirects(self::JOB.$page, 303);
        $this->client->followRedirect();
        self::assertSame(200, $this->code());
        self::assertSelectorExists('header.top');
        self::assertSelectorExists($selector);
        $this->part(self::JOB.$part);
        self::assertSame(200, $this->code());
        self::assertSelectorNotExists('header.top');
    }

    public function testTheProgressOfARunIsShownWhereItBegan(): void
    {
        $this->as('tomas');
        $this->labRuns();
        $this->post(self::JOB.'/tests');
        $run = $this->em()->getRepository(TestRun::class)->findOneBy([]) ?? throw new \LogicException();
        $this->client->request('GET', self::JOB.'/runs/'.$run->getId());
        self::assertResponseRedirects(self::JOB.'/proof', 303);
    }

    public function testWhoIsNotSignedInIsAskedFirst(): void
    {
        $this->client->request('GET', self::JOB.'/lab');
        self::assertResponseRedirects('/login');
    }
}
