<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\DomCrawler\Crawler;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Live\SweepList;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Net\Neighbours;

final class SweepTest extends AppTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->labRuns();
    }

    public function testASweepRunsInTheWorkerAndIsShownBesideThePlan(): void
    {
        $this->as('tomas');
        $this->post(self::JOB.'/sweep', ['addresses' => '10.47.60.32-10.47.60.38', 'vantage' => 'mic-station']);
        self::assertResponseRedirects(self::JOB.'/sweep');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'waiting for the worker');
        $this->work();
        $this->client->request('GET', self::JOB.'/sweep');
        self::assertSelectorTextContains('[role=status]', '7 addresses');
        self::assertSelectorTextContains('tbody', 'Receiver 1');
    }

    /** The verdicts, whoever runs a lab on this machine or none. */
    public function testAnswersAreComparedWithThePlanAndSilentOnesDropped(): void
    {
        $run = $this->sweep(['10.47.60.32', '10.47.60.33', '10.47.60.34', '10.47.60.80', '10.47.60.81']);
        $run->keep([
            '10.47.60.32' => ['http stand-in', 'poll receiver-1'],
            '10.47.60.33' => ['poll receiver-9'],
            '10.47.60.80' => ['http =cmd'],
        ]);
        $run->finish();
        $this->em()->flush();
        self::assertSame(
            ['as planned', 'different device', 'planned, no reply', 'not in the plan', 'free'],
            array_column(
                SweepList::rows($this->job(), $this->em()->find(SweepRun::class, $run->getId()) ?? $run),
                'verdict',
            ),
        );
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/sweep/'.$run->getId().'.csv');
        self::assertStringContainsString('"10.47.60.32","Receiver 1","http stand-in · poll receiver-1","as planned"', $this->body());
        $list = $this->body();
        $this->post(self::JOB.'/sweep/'.$run->getId().'/clean-up');
        $crawler = $this->client->request('GET', self::JOB.'/sweep');
        self::assertCount(3, $crawler->filter('tbody tr'));
        self::assertCount(5, SweepList::read($list), 'an exported list can be imported');
    }

    /** Free is only what nobody has, leases, keeps or names as gateway. */
    public function testWhatIsSilentIsNotThereforeFree(): void
    {
        $all = [
            '10.47.10.1' => 'planned, no reply',
            '10.47.10.2' => 'reserved',
            '10.47.10.130' => 'DHCP range',
            '10.47.10.0' => 'not a host address',
            '10.47.10.90' => 'free',
            '192.0.2.9' => 'in no planned subnet',
        ];
        $run = $this->sweep(array_keys($all));
        self::assertSame($all, array_column(SweepList::rows($this->job(), $run), 'verdict', 'address'));
        $run->keep(['10.47.10.130' => ['http a phone'], '10.47.10.90' => ['http somebody'], '10.47.10.1' => ['http a router']]);
        $verdicts = array_column(SweepList::rows($this->job(), $run), 'verdict', 'address');
        self::assertSame(
            ['as planned', 'DHCP lease active', 'not in the plan'],
            [$verdicts['10.47.10.1'], $verdicts['10.47.10.130'], $verdicts['10.47.10.90']],
        );
    }

    public function testOnlyTheLabOrConfirmedRangesAreAsked(): void
    {
        $this->as('tomas');
        $ask = function (string $address, string $vantage, string $tick = ''): string {
            $this->post(self::JOB.'/sweep', ['addresses' => $address, 'vantage' => $vantage, 'onSite' => $tick]);

            return 303 === $this->code() ? 'begun' : $this->client->getCrawler()->filter('[role=alert]')->text();
        };
        self::assertStringContainsString('192.0.2.1 is not contacted: only 127.0.0.0/8 is', $ask('192.0.2.1', 'mic-station'));
        self::assertStringContainsString('is not contacted', $ask('10.47.60.1', 'this-machine', '1'), 'field mode is off');
        $this->stored()->setFieldRanges([Ipv4Prefix::fromString('10.47.60.0/25')]);
        $this->em()->flush();
        self::assertStringContainsString('a confirmation that you are on site', $ask('10.47.60.1', 'this-machine'));
        self::assertStringContainsString('10.47.61.1 is not contacted', $ask('10.47.60.1 10.47.61.1', 'this-machine', '1'));
        self::assertSame([], $this->em()->getRepository(SweepRun::class)->findAll());
        self::assertSame('begun', $ask('10.47.60.1', 'this-machine', '1'));
    }

    public function testAStoppedSweepAsksNobody(): void
    {
        $run = $this->sweep(['10.47.60.32']);
        $this->as('tomas');
        $this->post(self::JOB.'/runs/'.$run->getId().'/stop');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=status]', 'stopped');
        $this->as('vera');
        $this->post(self::JOB.'/sweep', ['addresses' => '10.47.60.1', 'vantage' => 'mic-station']);
        self::assertSame(403, $this->code());
    }

    /** @return iterable<string, array{string, int|null}> text, and how many addresses it means */
    public static function lists(): iterable
    {
        yield 'prefix' => ['10.47.60.0/25', 126];
        yield 'short range' => ['10.47.60.1-9', 9];
        yield 'a CSV column' => ["name,address\nA,10.47.60.1\nB,10.47.60.2\nB,10.47.60.2\n", 2];
        yield 'too many' => ['10.47.0.0/16', null];
        yield 'nothing' => ['the hut', null];
        yield 'falling' => ['10.47.60.9-10.47.60.1', null];
    }

    #[DataProvider('lists')]
    public function testListsAreRead(string $text, ?int $count): void
    {
        if (null === $count) {
            $this->expectException(InvalidValue::class);
        }
        self::assertCount($count ?? 0, SweepList::read($text));
    }

    /** @param list<string> $addresses */
    private function sweep(array $addresses): SweepRun
    {
        $run = SweepRun::over(
            job: $this->stored(),
            user: $this->person('tomas'),
            at: new \DateTimeImmutable(),
            addresses: $addresses,
            vantage: 'mic-station',
        );
        $this->em()->persist($run);
        $this->em()->flush();

        return $run;
    }

    /** Seven receivers in a row, one of them in the list already; one that nobody planned. */
    public function testWhatAnswersGoesIntoAListAndIntoThePlan(): void
    {
        $run = $this->finished(['10.47.60.33', '10.47.60.34', '10.47.60.36', '10.47.60.80', '10.47.60.110'], [
            '10.47.60.33' => ['poll receiver-2'],
            '10.47.60.34' => ['poll receiver-3'],
            '10.47.60.80' => ['http page', 'mac 02-47-00-00-77-01'],
            '10.47.60.110' => ['http page'],
        ]);
        $this->as('tomas');
        $page = $this->client->request('GET', self::JOB.'/sweep');
        $ticked = static fn (Crawler $box): string => (string) $box->attr('value');
        self::assertSame(['10.47.60.33', '10.47.60.34', '10.47.60.80', '10.47.60.110'], $page->filter('input[checked]')->each($ticked));
        $path = self::JOB.'/sweep/'.$run->getId();
        $list = fn (): array => $this->job()->devices['mic-station']->settingList('poll-list');
        $before = $list();
        $values = ['station' => 'mic-station/poll-list', 'address' => ['10.47.60.34', '10.47.60.80', '10.47.99.1']];
        $this->post($path.'/list', $values);
        self::assertSame([...$before, '10.47.60.80'], $list(), 'what is in it already stays once; what was not swept is not taken');
        $this->post($path.'/list', ['address' => ['10.47.60.36'], 'ranges' => '1'] + $values);
        self::assertSame(['10.47.50.20-10.47.50.21', '10.47.60.32-10.47.60.36', '10.47.60.80'], $list(), 'neighbours are one range');
        $this->post($path.'/list', ['station' => 'pbx/poll-list'] + $values);
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', 'a device with a polling list');

        $this->client->request('GET', self::JOB.'/sweep');
        $this->client->submitForm('Add 1 unknown device U');
        $this->post($path.'/plan', ['address' => ['10.47.60.80', '10.47.60.110']]);
        $found = $this->job()->devices['found-at-10-47-60-80'];
        self::assertSame(['10.47.60.80/25', 'eastholm'], [(string) $found->primaryAddress(), $found->interfaces[0]->segment]);
        self::assertSame('10.47.60.1', (string) $found->interfaces[0]->gateway);
        self::assertSame('02-47-00-00-77-01', (string) $found->interfaces[0]->mac, 'as the sweep has seen it');
        $leased = $this->job()->devices['found-at-10-47-60-110'];
        self::assertNull($leased->primaryAddress(), 'it holds a lease');
        self::assertSame('dhcp', $leased->interfaces[0]->mode->value);
        self::assertCount(83, $this->job()->devices, 'what is planned by now is not planned again');
    }

    public function testListsAreKeptByNameSweptAgainAndSayWhatHasChanged(): void
    {
        $this->finished(['10.47.60.33', '10.47.60.34', '10.47.60.35'], ['10.47.60.33' => ['http a'], '10.47.60.34' => ['http b']]);
        $this->as('tomas');
        $this->client->request('GET', self::JOB.'/sweep');
        $this->client->submitForm('Keep', ['name' => 'Hut']);
        $this->client->request('GET', self::JOB.'/sweep');
        self::assertSelectorTextContains('aside', 'Hut');
        $this->client->submitForm('Repeat sweep A');
        $again = $this->em()->getRepository(SweepRun::class)->findOneBy([], ['id' => 'DESC']) ?? throw new \LogicException();
        self::assertSame(['Hut', 3, 'mic-station'], [$again->getName(), \count($again->getAddresses()), $again->getVantage()]);
        $again->keep(['10.47.60.34' => ['http b'], '10.47.60.35' => ['http c']]);
        $again->finish();
        $this->em()->flush();
        $page = $this->client->request('GET', self::JOB.'/sweep');
        $rows = $page->filter('tbody tr')->each(static fn (Crawler $row): string => $row->text());
        self::assertStringContainsString('gone since', $rows[0]);
        self::assertStringNotContainsString('since', $rows[1]);
        self::assertStringContainsString('new since', $rows[2]);
    }

    public function testTheKernelsNeighboursAreReadWhereTheyAreComplete(): void
    {
        $table = "IP address       HW type     Flags       HW address            Mask     Device\n"
            ."10.47.60.32      0x1         0x2         02:47:00:00:60:20     *        eth0\n"
            ."10.47.60.33      0x1         0x0         00:00:00:00:00:00     *        eth0\n"
            ."10.47.60.34      0x1         0x6         02:47:00:00:60:22     *        eth0\n"
            ."10.47.60.35      0x1         0x0         02:47:00:00:60:23     *        eth0\nshort line\n";
        $read = array_map(strval(...), Neighbours::read($table));
        self::assertSame(['10.47.60.32' => '02-47-00-00-60-20', '10.47.60.34' => '02-47-00-00-60-22'], $read);
        self::assertSame([], Neighbours::read(''));
    }

    /** Who asks from elsewhere hears others: that is no change. */
    public function testSweepsFromElsewhereAreNotCompared(): void
    {
        $this->finished(['10.47.60.33'], ['10.47.60.33' => ['http a']]);
        $other = SweepRun::over(
            job: $this->stored(),
            user: $this->person('tomas'),
            at: new \DateTimeImmutable(),
            addresses: ['10.47.60.33'],
            vantage: 'berth-1',
        );
        $this->em()->persist($other);
        $other->finish();
        $this->em()->flush();
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/sweep');
        self::assertSelectorTextNotContains('main', 'since');
    }

    /**
     * @param list<string> $addresses
     * @param array<string, list<string>> $answers
     */
    private function finished(array $addresses, array $answers): SweepRun
    {
        $run = $this->sweep($addresses);
        $run->keep($answers);
        $run->finish();
        $this->em()->flush();

        return $run;
    }
}
