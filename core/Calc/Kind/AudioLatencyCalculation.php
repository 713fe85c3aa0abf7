<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;

/** How late sound is behind all that it goes through. */
final class AudioLatencyCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'audio-latency',
            name: 'Latency of an audio chain',
            standard: 'samples by rate; AES11 for rates',
            inputs: [
                Input::number(name: 'rateHz', unit: 'Hz', says: 'samples a second', min: 1000, max: 1000000, default: 48000),
                Input::records('stages', 'each stage, in samples or in milliseconds', [
                    Input::number(name: 'samples', unit: 'samples', says: 'that it holds', min: 0, max: 10000000),
                    Input::number(name: 'ms', unit: 'ms', says: 'that it takes', min: 0, max: 100000),
                ]),
            ],
            outputs: ['totalMs' => 'ms'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $rate = $inputs->number('rateHz');
        $total = 0.0;
        foreach ($inputs->records('stages') as $stage) {
            $bySamples = $stage->either('samples', 'ms');
            if (!$bySamples && !$stage->has('ms')) {
                throw new InvalidValue(given: 'a stage without a value', allowed: 'samples or ms', advice: 'Enter one of them.');
            }
            $total += $bySamples ? 1000 * $stage->number('samples') / $rate : $stage->number('ms');
        }

        return ['totalMs' => $total];
    }
}
