<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\Light\Universes;

/** Where a universe of light is sent. */
final class SacnCalculation implements Calculation
{
    /** Section 5.1.1: the port of all of it. */
    private const PORT = 5568;

    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'sacn',
            name: 'Multicast group of a universe',
            standard: 'ANSI E1.31-2018, section 9.3.1',
            inputs: [
                Input::whole(name: 'universe', unit: '', says: 'number of the universe', min: 1, max: 63999),
            ],
            outputs: ['group' => '', 'port' => ''],
        );
    }

    public function results(Inputs $inputs): array
    {
        return ['group' => Universes::group($inputs->whole('universe')), 'port' => self::PORT];
    }
}
