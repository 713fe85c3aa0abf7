<?php

declare(strict_types=1);

namespace Vorhut\Tests\App;

use Random\Engine\Mt19937;
use Random\Randomizer;
use Vorhut\App\Bench\NextWork;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Job\Stage;
use Vorhut\Core\Record\Json;
use Vorhut\Tests\Support\Jobs;

/** Pages of one job say the same: one next unit and its step ({@see NextWork}), one number of findings. */
final class PagesAgreeTest extends AppTestCase
{
    private const JOBS = 10;

    public function testThreePagesNameOneNextUnitAndTwoPlacesOneNumberOfFindings(): void
    {
        $named = [];
        for ($seed = 1; $seed <= self::JOBS; ++$seed) {
            $slug = $this->staged($seed);
            $this->as(0 === $seed % 2 ? 'ines' : 'tomas');
            if (0 === $seed % 3) {
                $this->as('tomas');
                $this->post("/job/$slug/bench/schedule/hand", ['here' => 1]);
                $this->as('ines');
                $this->post("/job/$slug/bench/schedule/hand", ['here' => 1]);
            }
            $schedulePage = $this->client->request('GET', "/job/$slug/bench/schedule");
            $schedule = $schedulePage->filter('.next');
            $bench = $this->client->request('GET', "/job/$slug/bench")->filter('.next');
            $step = $bench->filter('a')->attr('href');
            self::assertSame($schedule->filter('a')->attr('href'), $step);
            $title = $bench->filter('b')->text();
            self::assertStringStartsWith('Next: ', $title);
            $unit = substr($title, \strlen('Next: '));
            self::assertStringContainsString(' now: '.$unit.', ', $schedule->text());
            $brief = $this->client->request('GET', "/job/$slug");
            self::assertStringContainsString("First on the schedule: $unit, ", $brief->filter('.next')->text());
            $now = $brief->filter('.of-day a')->first();
            self::assertSame($step, $now->attr('href'), 'what is next is the first that can be done now');
            self::assertSame(1, preg_match('/, ([\dhmin ]+) of work/', $schedulePage->text(), $hands));
            self::assertStringContainsString($hands[1].' of work on ', $brief->filter('body')->text());
            $findings = $brief->filter('h2:contains("Findings") small')->text();
            self::assertStringContainsString($findings.' findings', $brief->filter('body')->text());
            $named[$unit] = true;
        }
        self::assertGreaterThan(1, \count($named), 'not all alike');
    }

    public function testWhereNothingIsLeftNothingIsNext(): void
    {
        $slug = $this->staged(null);
        $this->as('tomas');
        foreach (['/bench', '/bench/schedule'] as $page) {
            self::assertCount(0, $this->client->request('GET', '/job/'.$slug.$page)->filter('.next'));
        }
    }

    /** @param int|null $seed null: every unit is as it stays */
    private function staged(?int $seed): string
    {
        $random = new Randomizer(new Mt19937($seed ?? 0));
        $data = Json::object(Jobs::demoText());
        \assert(\is_array($data['devices']));
        foreach ($data['devices'] as $n => $device) {
            \assert(\is_array($device));
            $stage = Stage::cases()[$random->getInt(0, \count(Stage::cases()) - 1)];
            $data['devices'][$n] = ['stage' => (null === $seed ? Stage::AsLeft : $stage)->value] + $device;
        }
        $store = self::getContainer()->get(JobStore::class);
        \assert($store instanceof JobStore);

        return $store->create(JobFile::read(Json::line($data), ShippedProfiles::load()), null)->getSlug();
    }
}
