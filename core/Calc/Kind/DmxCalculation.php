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
        return new CalculationAbout('dmx', 'Fixtures on a universe', 'ANSI E1.11 (DMX512-A); TIA-485-A', [
            Input::records('fixtures', 'each fixture on the run', [
                Input::whole('start', 'slot', 'its start address', 1, 512),
                Input::whole('footprint', 'slots', 'how many it takes', 1, 512, 1),
                Input::number('unitLoads', '', 'that its receiver is; 1 where nothing is said', 0, 32, 1),
            ]),
            Input::number('metres', 'm', 'length of the run', 0, 10000, 0),
        ], ['used' => 'slots', 'overlaps' => 'pairs', 'overruns' => 'fixtures', 'unitLoads' => '', 'ok' => '']);
    }

    public function of(Inputs $inputs): array
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
