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
        return new CalculationAbout('battery', 'Hours of a battery', 'energy by power', [
            Input::number('wattHours', 'Wh', 'as it says on it', 0, 1000000),
            Input::number('efficiency', '', 'share of it that gets to the unit, of 1', 0.01, 1, 0.85),
            Input::number('watts', 'W', 'that the unit draws', 0.001, 1000000),
        ], ['hours' => 'h']);
    }

    public function of(Inputs $inputs): array
    {
        return ['hours' => $inputs->number('wattHours') * $inputs->number('efficiency') / $inputs->number('watts')];
    }
}
