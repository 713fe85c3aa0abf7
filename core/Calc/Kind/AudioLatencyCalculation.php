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
        return new CalculationAbout('audio-latency', 'Latency of a chain of sound', 'samples by rate; AES11 for rates', [
            Input::number('rateHz', 'Hz', 'samples a second', 1000, 1000000, 48000),
            Input::records('stages', 'each stage, in samples or in milliseconds', [
                Input::number('samples', 'samples', 'that it holds', 0, 10000000),
                Input::number('ms', 'ms', 'that it takes', 0, 100000),
            ]),
        ], ['totalMs' => 'ms']);
    }

    public function of(Inputs $inputs): array
    {
        $rate = $inputs->number('rateHz');
        $total = 0.0;
        foreach ($inputs->records('stages') as $stage) {
            $bySamples = $stage->either('samples', 'ms');
            if (!$bySamples && !$stage->has('ms')) {
                throw new InvalidValue('a stage with nothing', 'samples or ms', 'Say one of them.');
            }
            $total += $bySamples ? 1000 * $stage->number('samples') / $rate : $stage->number('ms');
        }

        return ['totalMs' => $total];
    }
}
