<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Power;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Core\Profile\SupplyKind;
use Vorhut\Tests\Support\Units;

/** One rule says what a unit draws over its cable, for the sums, the schedule and the questions alike. */
final class CableWattsTest extends TestCase
{
    public function testTheFirstWayOverACableCountsUnlessAnotherIsChosen(): void
    {
        $supplies = [['kind' => 'mains', 'watts' => 60], ['kind' => 'poe-plus', 'watts' => 25], ['kind' => 'poe-4']];
        $job = Units::job(['k' => ['supplies' => $supplies, 'watts' => 51]], ['unit' => ['profile' => 'k']]);
        $profile = $job->profileOf($job->devices['unit']);
        self::assertSame(25.0, $profile->cableWatts(null));
        self::assertSame(51.0, $profile->cableWatts(SupplyKind::PoeFour), 'what it draws at all, where nothing else is said');
        self::assertNull($profile->cableWatts(SupplyKind::Mains));
        self::assertNull($profile->overCable(SupplyKind::Poe));
    }

    public function testTheSumTakesIt(): void
    {
        $unit = ['profile' => 'k', 'supply' => 'poe-4', 'interfaces' => [
            ['segment' => 'a', 'address' => '10.47.1.20/24', 'plug' => ['to' => 's/1', 'metres' => 0]],
        ]];
        $switch = [['id' => 's', 'poeBudgetWatts' => 100, 'ports' => [['name' => '1', 'poeClass' => 8]]]];
        $job = Units::job(['k' => ['supplies' => [['kind' => 'poe-4']], 'watts' => 51]], ['unit' => $unit], ['switches' => $switch]);
        self::assertEqualsWithDelta(51.0, (new PowerPlan($job))->ports[0]->portWatts ?? 0.0, 0.1);
    }
}
