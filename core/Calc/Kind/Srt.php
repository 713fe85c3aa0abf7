<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;

/** How long a stream must wait so that what is lost can come again, and what it takes of the line with that. */
final class Srt implements Calculation
{
    /** Bytes of media in a packet, and with the headers of the protocol, of UDP and of IP. */
    private const MEDIA = 1316;
    private const PACKET = 1316 + 16 + 28;
    /** Round trips at least. */
    private const LEAST = 4;
    /** One packet in a million may stay away. */
    private const MISSING = 1e-6;

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
        $loss = $inputs->number('lossPercent') / 100;
        // Each further try loses the same share; so many are needed that next to nothing stays away.
        $tries = $loss > 0 ? ceil(log(self::MISSING) / log($loss)) : 0;
        $media = $inputs->number('mediaKbps');

        return [
            'latencyMs' => $inputs->number('rttMs') * max(self::LEAST, $tries),
            'wireKbps' => $media * self::PACKET / self::MEDIA * (1 + $inputs->number('overheadPercent') / 100),
        ];
    }
}
