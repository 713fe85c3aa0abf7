<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;

/** How long a battery lasts. */
final class BatteryCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'battery',
            name: 'Battery run time',
            standard: 'energy by power',
            inputs: [
                Input::number(name: 'wattHours', unit: 'Wh', says: 'as printed on it', min: 0, max: 1000000),
                Input::number(
                    name: 'efficiency',
                    unit: '',
                    says: 'efficiency, 0 to 1',
                    min: 0.01,
                    max: 1,
                    default: 0.85,
                ),
                Input::number(name: 'watts', unit: 'W', says: 'consumption of the device', min: 0.001, max: 1000000),
            ],
            outputs: ['hours' => 'h'],
        );
    }

    public function results(Inputs $inputs): array
    {
        return ['hours' => $inputs->number('wattHours') * $inputs->number('efficiency') / $inputs->number('watts')];
    }
}
