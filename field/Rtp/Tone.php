<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** A tone of 400 Hz for 20 ms, as G.711 and G.722 code it. */
final class Tone
{
    public const SAMPLES = 160;
    private const PERIOD = 20;
    private const LOUD = 8000;

    /** ITU-T G.722, mode 1, eight periods once its predictors have settled: sent again and again it is decoded as the tone. */
    private const WIDEBAND = '+/vz+7Du971zmvrbm9pX1tpbvd+49vb2b/f0sPqb91XZ3dPamlibdL348vnv9PH5+f39WJbc0pnW3du2XLf1svPy9/hz'
        .'27rYlV3W1NZ+mP34tPX07/d1sv++X92WXtLV2Nr/nnq29PHw8PD33Pi6VpnYUdmZ17pdvPD0drHv+/b6/X7X3ZZXltlW+P6c9O/f6vjxtny8+dbb3NDV296dXg==';

    /** @var array<int, string> by payload type */
    private static array $made = [];

    /** @param int $payload static payload type of RFC 3551: 0 for µ-law, 8 for A-law, 9 for G.722 */
    public static function samples(int $payload): string
    {
        return self::$made[$payload] ??= 9 === $payload ? base64_decode(self::WIDEBAND, true) : self::narrow($payload);
    }

    private static function narrow(int $payload): string
    {
        return implode('', array_map(
            static fn (int $n): string => \chr(self::code($payload, (int) (self::LOUD * sin(2 * \M_PI * $n / self::PERIOD)))),
            range(0, self::SAMPLES - 1),
        ));
    }

    /** ITU-T G.711, tables 1 and 2, from 16 bits. */
    private static function code(int $payload, int $sample): int
    {
        return 8 === $payload ? self::aLaw($sample) : self::muLaw($sample);
    }

    private static function muLaw(int $sample): int
    {
        $sign = $sample < 0 ? 0x80 : 0;
        $value = min(abs($sample), 32635) + 132;
        $exponent = 7;
        while ($exponent > 0 && 0 === ($value & (0x80 << $exponent))) {
            --$exponent;
        }

        return ~($sign | ($exponent << 4) | (($value >> ($exponent + 3)) & 0x0F)) & 0xFF;
    }

    private static function aLaw(int $sample): int
    {
        $mask = $sample >= 0 ? 0xD5 : 0x55;
        $value = ($sample >= 0 ? $sample : -$sample - 1) >> 3;
        $segment = 0;
        while ($segment < 7 && $value > (0x20 << $segment) - 1) {
            ++$segment;
        }
        $step = ($value >> max(1, $segment)) & 0x0F;

        return (($segment << 4) | $step) ^ $mask;
    }
}
