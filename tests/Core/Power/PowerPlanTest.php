<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Power;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Power\CableLoss;
use Vorhut\Core\Power\PoeClass;
use Vorhut\Core\Power\PowerPlan;
use Vorhut\Tests\Support\Units;

/** Power over cables, by the tables of IEEE 802.3 and by hand. */
final class PowerPlanTest extends TestCase
{
    /** IEEE 802.3-2022: what goes in at the port's lowest voltage over 100 m is what the class gives, for what the class allows. */
    #[TestWith([3, 20.0, 15.4, 37.0])]
    #[TestWith([4, 12.5, 30.0, 42.5])]
    #[TestWith([6, 6.25, 60.0, 42.5])]
    #[TestWith([8, 6.25, 90.0, 41.2])]
    public function testTheTablesAgreeWithTheFormula(int $class, float $ohms, float $watts, float $volts): void
    {
        $of = PoeClass::from($class);
        self::assertSame($watts, $of->portWatts());
        $loss = CableLoss::fromDeviceWatts($of->deviceWatts(), $ohms, $of->portVolts());
        self::assertNotNull($loss);
        self::assertEqualsWithDelta($watts, $loss->portWatts, 0.1);
        self::assertEqualsWithDelta($volts, $loss->deviceVolts, 0.1);
    }

    /** @return iterable<string, array{int, float, array<string, mixed>, bool, string}> class, watts, plug, ok, why */
    public static function ports(): iterable
    {
        yield 'enough' => [4, 19, ['metres' => 50], true, '30 W'];
        // R = 19.2 Ω: I = (50 − √(2500 − 1459.2))/38.4 = 0.4619 A; 23.1 W go in, 41.1 V are left.
        yield 'an old cable' => [4, 19, ['metres' => 96, 'category' => '3'], false, '41.1 V reach the device; it needs 42.5 V'];
        yield 'the same on a good one' => [4, 19, ['metres' => 96], true, '44.9 V'];
        yield 'more than the port gives' => [2, 6.9, ['metres' => 100], false, 'supplies 7 W'];
        yield 'more than its class may' => [2, 6.6, ['metres' => 0], false, 'permits 6.49 W'];
        yield 'it resistance is too high' => [3, 30, ['metres' => 100, 'category' => '3'], false, 'resistance is too high'];
        yield 'four pairs halve the loop' => [8, 71.3, ['metres' => 100], true, '90 W'];
    }

    /** @param array<string, mixed> $plug */
    #[DataProvider('ports')]
    public function testAPortFeedsItsUnit(int $class, float $watts, array $plug, bool $ok, string $why): void
    {
        $plan = new PowerPlan(self::job([$class], [$watts], [$plug]));
        self::assertCount(1, $plan->ports);
        self::assertSame($ok, $plan->ports[0]->ok, $plan->ports[0]->why);
        self::assertStringContainsString($why, $plan->ports[0]->why);
        self::assertSame(['sw', '1', 'u0', 'lan', $watts], [
            $plan->ports[0]->switch, $plan->ports[0]->port, $plan->ports[0]->device, $plan->ports[0]->interface, $plan->ports[0]->drawWatts,
        ]);
    }

    /** More than all ports may give cannot flow: it is said beside the sum, so that the two do not stand there alone. */
    public function testMoreDrawnThanGivenIsSaid(): void
    {
        $said = static fn (float $watts): string => (new PowerPlan(self::job([3], [$watts], [['metres' => 100]])))->switches[0]->said();
        self::assertSame('15 W by PoE class', $said(12.0));
        self::assertSame('15 W by PoE class: some devices draw more than their port supplies', $said(15.0));
    }

    public function testFiguresOfAnOldCable(): void
    {
        $port = (new PowerPlan(self::job([4], [19], [['metres' => 96, 'category' => '3']])))->ports[0];
        $figures = [$port->classWatts, $port->lossWatts, $port->deviceVolts, $port->portWatts];
        self::assertEqualsWithDelta([30, 4.10, 41.13, 23.10], $figures, 0.01);
    }

    /** The last ports go dark first, until the rest fits beside the reserve. */
    public function testABudgetThatIsExceededDropsTheLast(): void
    {
        $plan = new PowerPlan(self::job([4, 4, 4], [10, 10, 10], [[], [], []], ['poeBudgetWatts' => 30, 'poeReservePercent' => 10]));
        $switch = $plan->switches[0];
        self::assertSame([30.0, 90.0, 30.0, ['3'], false], [
            $switch->budgetWatts, $switch->byClassWatts, $switch->byDrawWatts, $switch->dropsFirst, $switch->ok,
        ]);
        $all = new PowerPlan(self::job([4, 4, 4], [10, 10, 10], [[], [], []], ['poeBudgetWatts' => 30, 'poeReservePercent' => 0]));
        self::assertSame([[], true], [$all->switches[0]->dropsFirst, $all->switches[0]->ok]);
        $none = new PowerPlan(self::job([4], [10], [[]]));
        self::assertSame([null, true], [$none->switches[0]->budgetWatts, $none->switches[0]->ok], 'nobody has said');
    }

    public function testWhatIsFedOtherwiseTakesNothing(): void
    {
        self::assertSame([], (new PowerPlan(self::job([4], [10], [[]], unit: ['supply' => 'adapter'])))->ports);
        self::assertSame([], (new PowerPlan(self::job([null], [10], [[]])))->ports, 'the port gives nothing');
    }

    /**
     * @param list<int|null> $classes of the ports "1", "2" and so on
     * @param list<float|int> $watts of the units on them
     * @param list<array<string, mixed>> $plugs
     * @param array<string, mixed> $switch
     * @param array<string, mixed> $unit
     */
    private static function job(array $classes, array $watts, array $plugs, array $switch = [], array $unit = []): Job
    {
        $kinds = $units = $ports = [];
        foreach ($classes as $n => $class) {
            $ports[] = ['name' => (string) ($n + 1), 'poeClass' => $class];
            $kinds['k'.$n] = ['supplies' => [['kind' => 'poe-4', 'watts' => $watts[$n]], ['kind' => 'adapter', 'watts' => $watts[$n]]]];
            $units['u'.$n] = ['profile' => 'k'.$n, 'interfaces' => [
                ['segment' => 'a', 'address' => '10.47.1.'.(20 + $n).'/24', 'plug' => ['to' => 'sw/'.($n + 1), ...$plugs[$n]]],
            ], ...$unit];
        }

        return Units::job($kinds, $units, ['switches' => [['id' => 'sw', 'ports' => $ports, ...$switch]]]);
    }
}
