<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Live\FieldWatch;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Field\Net\RefusedTarget;
use Vorhut\Field\Net\TargetGate;

/** The lab of any job is started and stopped from its proof; without it no login and nothing signed. */
final class LabTest extends AppTestCase
{
    private const OTHER = '/job/skerry-slip';

    public function testAnyJobsLabIsWantedAndEnded(): void
    {
        $this->as('tomas');
        $crawler = $this->client->request('GET', self::OTHER.'/proof');
        self::assertSelectorTextContains('#lab', 'The lab is not running');
        $this->client->submit($crawler->selectButton('Start the lab B')->form());
        $crawler = $this->client->followRedirect();
        self::assertSelectorTextContains('#lab', 'The lab is starting');
        self::assertSame(self::OTHER.'/lab', $crawler->filter('#lab')->attr('hx-get'), 'asked again until it runs');
        self::assertTrue($this->labs()->labOf($this->stored('skerry-slip'))?->isWanted());
        $this->client->submit($crawler->selectButton('Stop the lab B')->form());
        $this->client->followRedirect();
        self::assertSelectorTextContains('#lab', 'The lab is not running');
    }

    public function testARunningLabShowsWhereItsUnitsAre(): void
    {
        $this->labRuns();
        $this->as('vera');
        $this->client->request('GET', self::JOB.'/proof');
        self::assertSelectorTextContains('#lab', 'The lab runs');
        self::assertSelectorTextContains('#lab', '10.47.60.0/24 is 127.47.60.0/24');
        self::assertSelectorNotExists('#lab button');
        $this->post(self::JOB.'/lab');
        self::assertSame(403, $this->code());
    }

    public function testWithoutALabATestIsRefusedAndSignsNothing(): void
    {
        $this->as('tomas');
        $this->post(self::OTHER.'/tests');
        $this->client->followRedirect();
        self::assertSelectorTextContains('[role=alert]', Labs::NONE);
        $this->post(self::JOB.'/sweep', ['addresses' => '10.47.60.32', 'vantage' => 'mic-station']);
        self::assertSelectorTextContains('[role=alert]', 'No lab runs for this job');
        self::assertSame(0, $this->em()->getRepository(TestRun::class)->count([]) + $this->em()->getRepository(SweepRun::class)->count([]));
        // It ends between the order and the worker.
        $this->labRuns();
        $this->post(self::JOB.'/tests', ['intent' => 'station-receivers']);
        $this->labs()->labOf($this->stored())?->end('');
        $this->em()->flush();
        $this->work();
        $run = $this->em()->getRepository(TestRun::class)->findOneBy([]) ?? throw new \LogicException();
        self::assertSame(Labs::NONE, $run->getMessage());
        self::assertSame(0, $this->em()->getRepository(Observation::class)->count([]));
    }

    /** Switched off while something asks on the site: from then on nothing more is sent there. */
    public function testTheGateShutsWithFieldMode(): void
    {
        $this->stored()->setFieldRanges([Ipv4Prefix::fromString('203.0.113.0/30')]);
        $this->em()->flush();
        $database = $this->em()->getConnection();
        (new FieldWatch($database))->during($this->stored(), static function (TargetGate $gate) use ($database): void {
            $gate->check('203.0.113.1');
            \Amp\delay(0.4);
            $gate->check('203.0.113.1');
            $database->executeStatement("UPDATE job SET field_ranges = ''");
            \Amp\delay(0.4);
            $gate->check('127.0.0.1');
            self::assertThrows($gate);
        });
    }

    private static function assertThrows(TargetGate $gate): void
    {
        try {
            $gate->check('203.0.113.1');
        } catch (RefusedTarget $e) {
            self::assertStringStartsWith('Field mode was switched off', $e->getMessage());

            return;
        }
        self::fail('The site could still be asked.');
    }

    private function labs(): Labs
    {
        $labs = self::getContainer()->get(Labs::class);
        \assert($labs instanceof Labs);

        return $labs;
    }
}
