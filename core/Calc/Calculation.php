<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc;

use Vorhut\Core\InvalidValue;

/** A sum of the trade: what it takes, what it gives, by which standard. */
interface Calculation
{
    public function about(): CalculationAbout;

    /**
     * @return array<string, int|float|string|bool> by the names of its outputs
     *
     * @throws InvalidValue for what does not go together
     */
    public function results(Inputs $inputs): array;
}
