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
        return new CalculationAbout('heat', 'Heat of units', '1 W is 3.412 BTU/h', [
            Input::number('watts', 'W', 'that the units draw', 0, 100000000),
        ], ['btuPerHour' => 'BTU/h']);
    }

    public function of(Inputs $inputs): array
    {
        return ['btuPerHour' => $inputs->number('watts') * self::BTU_PER_HOUR];
    }
}
