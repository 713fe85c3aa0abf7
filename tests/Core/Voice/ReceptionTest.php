<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Voice;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Voice\RtpReception;

final class ReceptionTest extends TestCase
{
    public function testAnEvenStreamHasNoJitterAndNoLoss(): void
    {
        $reception = self::reception(array_map(static fn (int $n): array => [$n, 160 * $n, 0.02 * $n], range(0, 49)));
        self::assertSame([50, 0], [$reception->received, $reception->lost()]);
        self::assertEqualsWithDelta(0, $reception->jitterMs(), 1e-9);
    }

    /** J += (|D| − J)/16: 10 ms late once, and back again, are 80 units twice. */
    public function testJitterIsThatOfTheStandard(): void
    {
        $reception = self::reception([[0, 0, 0.0], [1, 160, 0.03], [2, 320, 0.04]]);
        $first = 80 / 16;
        self::assertEqualsWithDelta(($first + (80 - $first) / 16) / 8, $reception->jitterMs(), 1e-9);
    }

    public function testLossCountsWhatNeverCameAlsoWhereNumbersGoRound(): void
    {
        $numbers = [65533, 65534, 1, 2, 0, 5];
        $reception = self::reception(
            array_map(static fn (int $n, int $i): array => [$n, 160 * $i, 0.02 * $i], $numbers, array_keys($numbers)),
        );
        // 65533 to 5 are nine; 65535, 3 and 4 are missing.
        self::assertSame([6, 3], [$reception->received, $reception->lost()]);
        self::assertEqualsWithDelta(100 / 3, $reception->lossPercent(), 1e-9);
    }

    public function testWhatComesTwiceIsNoGain(): void
    {
        self::assertSame(0, self::reception([[7, 0, 0.0], [7, 0, 0.0], [8, 160, 0.02]])->lost());
        self::assertSame(0, (new RtpReception())->lost());
        self::assertEqualsWithDelta(0, (new RtpReception())->lossPercent(), 0);
    }

    public function testASenderThatBeginsAnewIsCountedAnew(): void
    {
        $reception = self::reception([[7, 0, 0.0], [8, 160, 0.02], [40000, 99, 0.04], [40001, 259, 0.06]]);
        self::assertSame([2, 0], [$reception->received, $reception->lost()]);
    }

    /** @param list<array{int, int, float}> $packets */
    private static function reception(array $packets): RtpReception
    {
        $reception = new RtpReception();
        foreach ($packets as [$sequence, $timestamp, $arrival]) {
            $reception->take($sequence & 0xFFFF, $timestamp, $arrival);
        }

        return $reception;
    }

    /** Its last packet but one comes late: 20 ms behind the end it is not lost, and what comes newer is not counted any more. */
    public function testWhatIsStillOnItsWayAtTheEndCounts(): void
    {
        $reception = new RtpReception();
        foreach ([...range(1, 48), 50] as $sequence) {
            $reception->take($sequence, $sequence * 160, $sequence * 0.02);
        }
        self::assertSame(1, $reception->lost());
        $reception->settle();
        $reception->take(51, 51 * 160, 1.02);
        $reception->take(49, 49 * 160, 1.03);
        $reception->take(53, 53 * 160, 1.06);
        $reception->take(9000, 9000 * 160, 1.07);
        self::assertSame([50, 0], [$reception->received, $reception->lost()]);
    }
}
