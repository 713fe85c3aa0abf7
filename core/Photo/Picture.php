<?php

declare(strict_types=1);

namespace Vorhut\Core\Photo;

use Vorhut\Core\InvalidValue;

/**
 * A photo without what cameras write into it: where it was taken, when, with what. Which way is up stays.
 *
 * JPEG (ITU-T T.81, annex B; Exif 2.32, section 4) and PNG (ISO/IEC 15948, section 5).
 */
final readonly class Picture
{
    private const PNG = "\x89PNG\r\n\x1a\n";
    private const KEPT_CHUNKS = ['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'iCCP', 'sBIT', 'bKGD', 'pHYs'];
    private const ORIENTATION = 0x0112;

    private function __construct(public string $type, public string $bytes) {}

    /** @throws InvalidValue for what is neither, or is cut off */
    public static function cleaned(string $bytes): self
    {
        return match (true) {
            str_starts_with($bytes, "\xFF\xD8\xFF") => new self('image/jpeg', self::jpeg($bytes)),
            str_starts_with($bytes, self::PNG) => new self('image/png', self::png($bytes)),
            default => throw new InvalidValue(
                given: 'another sort of file',
                allowed: 'a photo as JPEG or PNG',
                advice: 'Set the camera to "most compatible".',
            ),
        };
    }

    private static function jpeg(string $bytes): string
    {
        $kept = '';
        $orientation = 1;
        $length = \strlen($bytes);
        for ($at = 2; $at + 4 <= $length;) {
            if ("\xFF" !== $bytes[$at]) {
                break;
            }
            $marker = \ord($bytes[$at + 1]);
            if (0xFF === $marker) {
                ++$at;
                continue;
            }
            if (0xDA === $marker) {
                return "\xFF\xD8".self::upright($orientation).$kept.substr($bytes, $at);
            }
            $size = (\ord($bytes[$at + 2]) << 8) + \ord($bytes[$at + 3]);
            if ($size < 2 || $at + 2 + $size > $length) {
                break;
            }
            $segment = substr($bytes, $at, 2 + $size);
            if (0xE1 === $marker) {
                $orientation = self::orientation(substr($segment, 4)) ?? $orientation;
            }
            // APP0 is JFIF, APP2 the colour profile, APP14 how colours are coded; other APPn and comments tell of the camera.
            $isTold = ($marker >= 0xE0 && $marker <= 0xEF && !\in_array($marker, [0xE0, 0xE2, 0xEE], true)) || 0xFE === $marker;
            $kept .= $isTold ? '' : $segment;
            $at += 2 + $size;
        }
        throw new InvalidValue(given: 'a photo that is cut off', allowed: 'a whole one', advice: 'Take or choose it again.');
    }

    private static function orientation(string $exif): ?int
    {
        if (!str_starts_with($exif, "Exif\0\0") || \strlen($exif) < 14) {
            return null;
        }
        $tiff = substr($exif, 6);
        $isLittle = str_starts_with($tiff, 'II');
        $number = static function (int $at, int $bytes) use ($tiff, $isLittle): int {
            $part = substr($tiff, $at, $bytes);
            $part = $isLittle ? strrev($part) : $part;
            $value = 0;
            for ($i = 0; $i < \strlen($part); ++$i) {
                $value = ($value << 8) + \ord($part[$i]);
            }

            return $value;
        };
        $first = $number(4, 4);
        for ($n = 0, $count = min(512, $number($first, 2)); $n < $count; ++$n) {
            $entry = $first + 2 + 12 * $n;
            if (self::ORIENTATION === $number($entry, 2)) {
                $value = $number($entry + 8, 2);

                return $value >= 1 && $value <= 8 ? $value : null;
            }
        }

        return null;
    }

    /** Exif data with nothing in it but which way is up; nothing where it is up already. */
    private static function upright(int $orientation): string
    {
        if (1 === $orientation) {
            return '';
        }
        $tiff = "MM\0*\0\0\0\x08\0\x01\x01\x12\0\x03\0\0\0\x01\0".\chr($orientation)."\0\0\0\0\0\0";
        $exif = "Exif\0\0".$tiff;

        return "\xFF\xE1".pack('n', \strlen($exif) + 2).$exif;
    }

    private static function png(string $bytes): string
    {
        $kept = self::PNG;
        $length = \strlen($bytes);
        for ($at = 8; $at + 12 <= $length;) {
            $size = unpack('N', $bytes, $at)[1] ?? 0;
            \assert(\is_int($size));
            $name = substr($bytes, $at + 4, 4);
            if ($at + 12 + $size > $length) {
                break;
            }
            $kept .= \in_array($name, self::KEPT_CHUNKS, true) ? substr($bytes, $at, 12 + $size) : '';
            if ('IEND' === $name) {
                return $kept;
            }
            $at += 12 + $size;
        }
        throw new InvalidValue(given: 'a photo that is cut off', allowed: 'a whole one', advice: 'Take or choose it again.');
    }
}
