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
        return new CalculationAbout('stream', 'Rate of a picture', 'by bits of a dot; ITU-T H.264, H.265', [
            Input::whole('width', 'dots', 'of a line', 1, 16384, 1920),
            Input::whole('height', 'lines', 'of the picture', 1, 16384, 1080),
            Input::number('fps', '1/s', 'pictures a second', 0.1, 300, 50),
            Input::word('codec', 'how it is coded', array_keys(self::BITS), 'H.264'),
            Input::number('bitsPerPixel', 'bit', 'of a dot, where the codec\'s usual ones are not meant', 0.001, 64),
        ], ['kbps' => 'kbit/s']);
    }

    public function of(Inputs $inputs): array
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
