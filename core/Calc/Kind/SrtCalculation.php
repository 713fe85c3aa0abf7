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
        return new CalculationAbout('srt', 'Latency and rate of a stream that repairs itself', 'ISO/IEC 13818-1; RFC 768, RFC 791', [
            Input::number('mediaKbps', 'kbit/s', 'of the stream', 1, 10000000),
            Input::number('rttMs', 'ms', 'round trip, as measured', 0, 10000),
            Input::number('lossPercent', '%', 'packets lost, as measured', 0, 50, 0),
            Input::number('overheadPercent', '%', 'kept free for what is sent again', 0, 100, 25),
        ], ['latencyMs' => 'ms', 'wireKbps' => 'kbit/s']);
    }

    public function of(Inputs $inputs): array
    {
        return [
            'latencyMs' => RepairedStream::latencyMs($inputs->number('rttMs'), $inputs->number('lossPercent') / 100),
            'wireKbps' => RepairedStream::wireKbps($inputs->number('mediaKbps'), $inputs->number('overheadPercent') / 100),
        ];
    }
}
