<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Voice\CallQuality;

/** How a call sounds with some delay and loss. */
final class QualityCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'quality',
            name: 'Call quality (E-model, ITU-T G.107)',
            standard: 'ITU-T G.107 (E-model, simplified), ITU-T G.113 appendix I',
            inputs: [
                Input::word('codec', 'codec; the others have no standard values', ['G.711', 'G.729A'], 'G.711'),
                Input::flag('concealment', 'whether the receiver of G.711 conceals loss (G.711 appendix I); G.729A does so by itself'),
                Input::number(name: 'delayMs', unit: 'ms', says: 'mouth to ear, one way', min: 0, max: 10000, default: 0),
                Input::number(name: 'lossPercent', unit: '%', says: 'packets lost or too late', min: 0, max: 100, default: 0),
                Input::number(
                    name: 'burstR',
                    unit: '',
                    says: '1 for losses at random, more where they come in bursts',
                    min: 1,
                    max: 100,
                    default: 1,
                ),
            ],
            outputs: ['r' => '', 'mos' => ''],
        );
    }

    public function results(Inputs $inputs): array
    {
        [$impairment, $robustness] = match ($codec = CodecName::fromText($inputs->word('codec'))) {
            CodecName::G711 => [0.0, $inputs->flag('concealment') ? 25.1 : 4.3],
            CodecName::G729A => [11.0, 19.0],
            default => throw new InvalidValue(
                $codec->value,
                'G.711 or G.729A',
                CodecName::G729 === $codec
                    ? 'ITU-T G.113 gives values against loss only for its annex A.'
                    : 'ITU-T G.113 has no values for it on this scale, and none are made up here.',
            ),
        };
        $quality = CallQuality::fromImpairment(
            impairment: $impairment,
            robustness: $robustness,
            delayMs: $inputs->number('delayMs'),
            lossPercent: $inputs->number('lossPercent'),
            burstR: $inputs->number('burstR'),
        );

        return ['r' => $quality->r, 'mos' => $quality->mos];
    }
}
