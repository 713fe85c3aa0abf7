<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;

/** What a rack gives off, for those who size the cooling. */
final class HeatCalculation implements Calculation
{
    /** Of one watt. */
    public const BTU_PER_HOUR = 3.412;

    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'heat',
            name: 'Heat load',
            standard: '1 W is 3.412 BTU/h',
            inputs: [
                Input::number(name: 'watts', unit: 'W', says: 'power consumption of the devices', min: 0, max: 100000000),
            ],
            outputs: ['btuPerHour' => 'BTU/h'],
        );
    }

    public function results(Inputs $inputs): array
    {
        return ['btuPerHour' => $inputs->number('watts') * self::BTU_PER_HOUR];
    }
}
