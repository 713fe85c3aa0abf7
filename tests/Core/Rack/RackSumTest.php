<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Rack;

use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Light\Senders;
use Vorhut\Core\Profile\Lifting;
use Vorhut\Core\Profile\Step\Who;
use Vorhut\Core\Rack\CircuitSum;
use Vorhut\Core\Rack\RackSum;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Core\Runbook\RunbookStep;
use Vorhut\Core\Setting\Settings;
use Vorhut\Tests\Support\Jobs;
use Vorhut\Tests\Support\Units;

/** Racks added up from what their kinds say, and who sends and takes universes. */
final class RackSumTest extends TestCase
{
    public function testWattsWeightAndHeat(): void
    {
        $plan = [
            'format' => 'vorhut-job', 'version' => 1, 'job' => ['name' => 'Rack'],
            'segments' => [['id' => 'n', 'subnets' => [['prefix' => '10.0.0.0/24']]]],
            'switches' => [['id' => 's', 'name' => 'Switch', 'poeBudgetWatts' => 100, 'ports' => [['name' => '1', 'poeClass' => 4]]]],
            'devices' => [
                ['id' => 'srv', 'name' => 'Server', 'profile' => 'screen-server'],
                ['id' => 'cam', 'profile' => 'ptz-camera-rotary', 'interfaces' => [
                    ['name' => 'lan', 'segment' => 'n', 'address' => '10.0.0.5/24', 'plug' => ['to' => 's/1', 'metres' => 0]],
                ]],
            ],
            'circuits' => [['id' => 'c', 'volts' => 230, 'amps' => 10]],
            'racks' => [['id' => 'r', 'circuit' => 'c', 'holds' => [
                ['switch' => 's', 'unit' => 9, 'watts' => 30, 'kilograms' => 4],
                ['device' => 'srv', 'unit' => 1],
                ['name' => 'At the limit', 'unit' => 6, 'kilograms' => 20],
                ['name' => 'Above it', 'unit' => 7, 'kilograms' => 20.1],
            ]]],
        ];
        $job = JobFile::read(json_encode($plan, \JSON_THROW_ON_ERROR), ShippedProfiles::load());
        $sum = RackSum::all($job)['r'];
        self::assertSame(['Server', 'At the limit', 'Above it', 'Switch'], array_column($sum->placed, 'name'), 'from the floor up');
        // 450 W of the server, 30 W of the switch, and 19 W that it gives to the camera.
        self::assertEqualsWithDelta(499.0, $sum->watts(), 0.001);
        self::assertEqualsWithDelta(499 * 3.412, $sum->btuPerHour(), 0.01);
        self::assertEqualsWithDelta(34 + 4 + 20 + 20.1, $sum->kilograms(), 0.001);
        self::assertSame([true, false, true, false], array_map(static fn ($p): bool => $p->isHeavy(), $sum->placed));
        self::assertSame('Server', $sum->tenderest()?->name);
        self::assertSame(['srv'], $sum->placed[0]->devices());
        self::assertSame([1 => 1, 3 => 5, 2 => 6, 0 => 7], $sum->heavyLow());
        $circuit = CircuitSum::all($job)[0];
        self::assertTrue($circuit->fits());
        self::assertSame(1840.0, $circuit->circuit->usableWatts());
    }

    public function testUnitsOfOneNameAreAddedUpEach(): void
    {
        $kind = ['amp' => ['watts' => 2200]];
        $units = ['a' => ['profile' => 'amp', 'name' => 'Amp'], 'b' => ['profile' => 'amp', 'name' => 'Amp']];
        $circuit = [['id' => 'c', 'volts' => 230, 'amps' => 16, 'devices' => ['a', 'b']]];
        $sum = CircuitSum::all(Units::job($kind, $units, ['circuits' => $circuit]))[0];
        self::assertSame(4400.0, $sum->total());
        self::assertSame(['Amp', 'Amp'], array_column($sum->loads, 'name'));
        self::assertFalse($sum->fits());
    }

    /** The rack list, the rack and the runbook say the same of who lifts. */
    public function testTwoLiftWhatIsAboveTwentyKilograms(): void
    {
        foreach ([[20.0, false], [20.1, true], [25.0, true], [null, false]] as [$kilograms, $takesTwo]) {
            self::assertSame($takesTwo, Lifting::takesTwo($kilograms));
            $job = Units::job(['k' => ['kilograms' => $kilograms, 'rackUnits' => 1]], ['unit' => ['profile' => 'k']], [
                'racks' => [['id' => 'r', 'holds' => [['device' => 'unit', 'unit' => 1]]]],
            ]);
            self::assertSame($takesTwo, RackSum::all($job)['r']->placed[0]->isHeavy());
            $steps = (new Runbooks(new Settings($job)))->runbook($job->devices['unit'])->steps;
            $mount = array_values(array_filter($steps, static fn (RunbookStep $s): bool => 'mount' === $s->id));
            self::assertStringStartsWith('1 rack unit.', $mount[0]->do[0]);
            self::assertSame($takesTwo, [] !== $mount[0]->cautions, (string) $kilograms);
            self::assertSame($takesTwo, Who::TwoPeople === $mount[0]->who);
        }
    }

    public function testWhoSendsAndTakesAUniverse(): void
    {
        $job = Jobs::demo();
        $settings = new Settings($job);
        $names = static fn (array $devices): array => array_column($devices, 'id');
        self::assertSame([1, 2], array_keys(Senders::bySender($job, $settings)));
        $first = Senders::bySender($job, $settings)[1];
        self::assertSame([['light-desk'], [100]], [$names(array_column($first, 0)), array_column($first, 1)]);
        self::assertSame(['hall-scenes', 'pier-light'], $names(Senders::takers($job, $settings)[1]));
    }
}
