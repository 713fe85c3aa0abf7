<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc\Kind;

use Vorhut\Core\Calc\Calculation;
use Vorhut\Core\Calc\CalculationAbout;
use Vorhut\Core\Calc\Input;
use Vorhut\Core\Calc\Inputs;
use Vorhut\Core\InvalidValue;

/** The rate of a picture that moves, once it is coded. */
final class StreamCalculation implements Calculation
{
    /** Bits of a dot that look good: long groups of pictures, and each picture by itself (a sixteenth of 16 bits). */
    private const BITS = ['H.264' => 0.10, 'H.265' => 0.06, 'intra' => 1.0];

    public function about(): CalculationAbout
    {
        return new CalculationAbout(
            id: 'stream',
            name: 'Bit rate of a video stream',
            standard: 'by bits per pixel; ITU-T H.264, H.265',
            inputs: [
                Input::whole(name: 'width', unit: 'dots', says: 'pixels per line', min: 1, max: 16384, default: 1920),
                Input::whole(name: 'height', unit: 'lines', says: 'lines', min: 1, max: 16384, default: 1080),
                Input::number(name: 'fps', unit: '1/s', says: 'frames per second', min: 0.1, max: 300, default: 50),
                Input::word('codec', 'codec', array_keys(self::BITS), 'H.264'),
                Input::number(
                    name: 'bitsPerPixel',
                    unit: 'bit',
                    says: 'per pixel, if not the usual value of the codec',
                    min: 0.001,
                    max: 64,
                ),
            ],
            outputs: ['kbps' => 'kbit/s'],
        );
    }

    public function results(Inputs $inputs): array
    {
        $codec = $inputs->word('codec');
        $bits = $inputs->has('bitsPerPixel') ? $inputs->number('bitsPerPixel') : self::BITS[$codec] ?? self::unknown($codec);

        return ['kbps' => $inputs->whole('width') * $inputs->whole('height') * $inputs->number('fps') * $bits / 1000];
    }

    private static function unknown(string $codec): never
    {
        throw new InvalidValue($codec, 'one of '.implode(', ', array_keys(self::BITS)), 'Or say "bitsPerPixel".');
    }
}
