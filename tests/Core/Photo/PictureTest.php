<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Photo;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Photo\Picture;

final class PictureTest extends TestCase
{
    public function testAJpegLosesWhereItWasTakenAndKeepsWhichWayIsUp(): void
    {
        foreach (['MM', 'II'] as $order) {
            $picture = Picture::cleaned(self::jpeg($order, 6));
            self::assertSame('image/jpeg', $picture->type);
            self::assertStringNotContainsString('60.39', $picture->bytes);
            self::assertStringNotContainsString('Kestrel camera', $picture->bytes);
            self::assertStringNotContainsString('xmp', $picture->bytes);
            self::assertStringContainsString('JFIF', $picture->bytes);
            self::assertStringEndsWith("pixels\xFF\xD9", $picture->bytes);
            $exif = self::exif($picture->bytes);
            self::assertSame(6, \ord($exif[25]), 'orientation');
            self::assertSame($picture->bytes, Picture::cleaned($picture->bytes)->bytes, 'once is enough');
        }
    }

    public function testOneThatIsUprightHasNoExifAtAll(): void
    {
        self::assertStringNotContainsString('Exif', Picture::cleaned(self::jpeg('MM', 1))->bytes);
    }

    public function testAPngKeepsItsPictureAlone(): void
    {
        $png = "\x89PNG\r\n\x1a\n".self::chunk('IHDR', str_repeat('h', 13)).self::chunk('eXIf', 'GPS 60.39')
            .self::chunk('tEXt', 'Location 60.39').self::chunk('tIME', '1234567').self::chunk('IDAT', 'pixels').self::chunk('IEND', '');
        $picture = Picture::cleaned($png.'trailing 60.39');
        $kept = self::chunk('IHDR', str_repeat('h', 13)).self::chunk('IDAT', 'pixels').self::chunk('IEND', '');
        self::assertSame("\x89PNG\r\n\x1a\n".$kept, $picture->bytes);
    }

    public function testWhatIsNoPhotoOrNotAWholeOneIsRefused(): void
    {
        $jpeg = self::jpeg('MM', 6);
        $wrong = ['', '%PDF-1.7', '<svg onload="x">', substr($jpeg, 0, 40), "\xFF\xD8\xFF\xE1\xFF\xFF", "\x89PNG\r\n\x1a\n\0\0\0\x09IDAT"];
        foreach ($wrong as $bytes) {
            try {
                Picture::cleaned($bytes);
                self::fail(bin2hex(substr($bytes, 0, 8)));
            } catch (InvalidValue $e) {
                self::assertNotSame('', $e->advice);
            }
        }
    }

    private static function jpeg(string $order, int $orientation): string
    {
        $short = static fn (int $v): string => pack('MM' === $order ? 'n' : 'v', $v);
        $long = static fn (int $v): string => pack('MM' === $order ? 'N' : 'V', $v);
        $tiff = $order.$short(42).$long(8).$short(2)
            .$short(0x8825).$short(4).$long(1).$long(38)
            .$short(0x0112).$short(3).$long(1).$short($orientation).$short(0)
            .$long(0).'GPS 60.39 Kestrel camera';
        $segment = static fn (string $marker, string $data): string => "\xFF".$marker.pack('n', \strlen($data) + 2).$data;

        return "\xFF\xD8".$segment("\xE0", "JFIF\0\x01\x01").$segment("\xE1", "Exif\0\0".$tiff).$segment("\xE1", 'xmp 60.39')
            .$segment("\xFE", 'Kestrel camera')."\xFF".$segment("\xDB", str_repeat('q', 65)).$segment("\xDA", 'scan')."pixels\xFF\xD9";
    }

    private static function exif(string $jpeg): string
    {
        return substr($jpeg, (int) strpos($jpeg, "Exif\0\0"));
    }

    private static function chunk(string $name, string $data): string
    {
        return pack('N', \strlen($data)).$name.$data.pack('N', crc32($name.$data));
    }
}
