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
        return new CalculationAbout('poe', 'Power over a cable', 'IEEE 802.3-2022, clauses 33 and 145', [
            Input::number('deviceWatts', 'W', 'what the unit draws at its socket', 0, 100),
            Input::number('metres', 'm', 'length of the cable', 0, 200),
            Input::number('ohmsPer100m', 'Ω', 'of the loop, for 100 m: 12.5, worst 20, half of that by four pairs', 0.1, 100, 12.5),
            Input::number('pseVolts', 'V', 'at the port: 44 at least of type 1, 50 of types 2 and 3, 52 of type 4', 1, 60, 50),
        ], ['currentAmps' => 'A', 'lossWatts' => 'W', 'portWatts' => 'W', 'deviceVolts' => 'V']);
    }

    public function of(Inputs $inputs): array
    {
        $ohms = $inputs->number('ohmsPer100m') * $inputs->number('metres') / 100;
        $loss = CableLoss::of($inputs->number('deviceWatts'), $ohms, $inputs->number('pseVolts'));
        if (null === $loss) {
            throw new InvalidValue(
                \sprintf('%s W', $inputs->number('deviceWatts')),
                'what the cable can carry',
                'Take a shorter or a better cable, or a higher voltage.',
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
