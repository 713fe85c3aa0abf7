<?php

declare(strict_types=1);

namespace Vorhut\Tests\Field;

use PHPUnit\Framework\TestCase;
use Vorhut\Field\Rtsp\Watched;

final class WatchedTest extends TestCase
{
    /** Four pictures of two packets at 25 frames per second; the last comes half a second late, and one packet is missing. */
    public function testWhatCameIsMeasured(): void
    {
        $watched = new Watched();
        foreach ([[0, 10.0], [1, 10.01], [2, 10.04], [3, 10.05], [4, 10.08], [6, 10.12], [7, 10.62]] as [$sequence, $at]) {
            $watched->take(self::packet(0xFFFE + $sequence & 0xFFFF, 3600 * intdiv($sequence, 2)), $at);
        }
        $watched->take('too short', 11.0);
        self::assertSame(7, $watched->packets());
        self::assertSame(1, $watched->lost());
        self::assertEqualsWithDelta(500, $watched->gapMs(), 0.01);
        self::assertEqualsWithDelta(25, $watched->pictures(), 0.001);
        self::assertEqualsWithDelta(7 * 8 / 0.62, $watched->kbps(), 0.001, '1,000 octets each, by the clock on the wall');
        self::assertEqualsWithDelta(7 * 8 / 0.12, $watched->mediaKbps(), 0.001, 'by the timestamps');
    }

    public function testNothingIsNoRate(): void
    {
        $watched = new Watched();
        $watched->take(self::packet(1, 0), 1.0);
        self::assertSame([0.0, 0.0, 0.0, 0], [$watched->kbps(), $watched->mediaKbps(), $watched->pictures(), $watched->lost()]);
    }

    private static function packet(int $sequence, int $timestamp): string
    {
        return "\x80\x60".pack('nNN', $sequence, $timestamp, 7).str_repeat('m', 1000);
    }
}
