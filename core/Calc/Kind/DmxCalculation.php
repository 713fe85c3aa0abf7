<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\Light\SlotStrip;

/** Whether fixtures fit on a universe and its cable. */
final class DmxCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'dmx',
            name: 'Fixtures on a universe',
            standard: 'ANSI E1.11 (DMX512-A); TIA-485-A',
            inputs: [
                Input::records('fixtures', 'each fixture on the run', [
                    Input::whole(name: 'start', unit: 'slot', says: 'its start address', min: 1, max: 512),
                    Input::whole(name: 'footprint', unit: 'slots', says: 'footprint', min: 1, max: 512, default: 1),
                    Input::number(
                        name: 'unitLoads',
                        unit: '',
                        says: 'of its receiver; 1 by default',
                        min: 0,
                        max: 32,
                        default: 1,
                    ),
                ]),
                Input::number(name: 'metres', unit: 'm', says: 'length of the run', min: 0, max: 10000, default: 0),
            ],
            outputs: ['used' => 'slots', 'overlaps' => 'pairs', 'overruns' => 'fixtures', 'unitLoads' => '', 'ok' => ''],
        );
    }

    public function results(Inputs $inputs): array
    {
        $spans = [];
        $loads = 0.0;
        foreach ($inputs->records('fixtures') as $fixture) {
            $spans[] = [$fixture->whole('start'), $fixture->whole('footprint')];
            $loads += $fixture->number('unitLoads');
        }
        $strip = new SlotStrip($spans);
        $fits = $loads <= SlotStrip::UNIT_LOADS && $inputs->number('metres') <= SlotStrip::METRES;

        return [
            'used' => $strip->used(),
            'overlaps' => \count($strip->overlaps()),
            'overruns' => \count($strip->overruns()),
            'unitLoads' => $loads,
            'ok' => $fits && [] === $strip->overlaps() && [] === $strip->overruns(),
        ];
    }
}
