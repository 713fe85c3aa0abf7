<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\Media\RepairedStream;

/** How long a stream must wait so that what is lost can come again, and what it takes of the line with that. */
final class SrtCalculation implements Calculation
{
    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'srt',
            name: 'Latency and rate with retransmission (ARQ)',
            standard: 'ISO/IEC 13818-1; RFC 768, RFC 791',
            inputs: [
                Input::number(name: 'mediaKbps', unit: 'kbit/s', says: 'of the stream', min: 1, max: 10000000),
                Input::number(name: 'rttMs', unit: 'ms', says: 'round trip, as measured', min: 0, max: 10000),
                Input::number(name: 'lossPercent', unit: '%', says: 'packets lost, as measured', min: 0, max: 50, default: 0),
                Input::number(name: 'overheadPercent', unit: '%', says: 'overhead for retransmission', min: 0, max: 100, default: 25),
            ],
            outputs: ['latencyMs' => 'ms', 'wireKbps' => 'kbit/s'],
        );
    }

    public function results(Inputs $inputs): array
    {
        return [
            'latencyMs' => RepairedStream::latencyMs($inputs->number('rttMs'), $inputs->number('lossPercent') / 100),
            'wireKbps' => RepairedStream::wireKbps($inputs->number('mediaKbps'), $inputs->number('overheadPercent') / 100),
        ];
    }
}
