<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Power\CableLoss;

/** What a cable takes of the power that a port gives. */
final class PoeCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'poe',
            name: 'PoE over a cable',
            standard: 'IEEE 802.3-2022, clauses 33 and 145',
            inputs: [
                Input::number(name: 'deviceWatts', unit: 'W', says: 'power at the input of the device', min: 0, max: 100),
                Input::number(name: 'metres', unit: 'm', says: 'length of the cable', min: 0, max: 200),
                Input::number(
                    name: 'ohmsPer100m',
                    unit: 'Ω',
                    says: 'of the loop, for 100 m: 12.5, worst 20, half of that by four pairs',
                    min: 0.1,
                    max: 100,
                    default: 12.5,
                ),
                Input::number(
                    name: 'pseVolts',
                    unit: 'V',
                    says: 'at the port: 44 at least of type 1, 50 of types 2 and 3, 52 of type 4',
                    min: 1,
                    max: 60,
                    default: 50,
                ),
            ],
            outputs: ['currentAmps' => 'A', 'lossWatts' => 'W', 'portWatts' => 'W', 'deviceVolts' => 'V'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $ohms = $inputs->number('ohmsPer100m') * $inputs->number('metres') / 100;
        $loss = CableLoss::fromDeviceWatts($inputs->number('deviceWatts'), $ohms, $inputs->number('pseVolts'));
        if (null === $loss) {
            throw new InvalidValue(
                \sprintf('%s W', $inputs->number('deviceWatts')),
                'what the cable can carry',
                'Use a shorter or better cable, or a higher voltage.',
            );
        }

        return [
            'currentAmps' => $loss->amps,
            'lossWatts' => $loss->lossWatts,
            'portWatts' => $loss->portWatts,
            'deviceVolts' => $loss->deviceVolts,
        ];
    }
}
