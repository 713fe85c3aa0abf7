<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Dial;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Dial\NumberRange;
use Vorhut\Core\InvalidValue;

final class NumberRangeTest extends TestCase
{
    #[TestWith(['2000-2099', '2099-2120', true])]
    #[TestWith(['2000-2099', '2010-2019', true])]
    #[TestWith(['2000-2099', '2100-2199', false])]
    #[TestWith(['2000-2099', '20000-20999', false])]
    #[TestWith(['2000', '2000-2099', true])]
    #[TestWith(['2000', '2001', false])]
    public function testOverlapsBothWays(string $one, string $other, bool $overlaps): void
    {
        [$one, $other] = [NumberRange::fromString($one), NumberRange::fromString($other)];
        self::assertSame([$overlaps, $overlaps], [$one->overlaps($other), $other->overlaps($one)]);
    }

    #[TestWith(['2000', true])]
    #[TestWith(['2099', true])]
    #[TestWith(['1999', false])]
    #[TestWith(['2100', false])]
    #[TestWith(['20000', false])]
    #[TestWith(['20a0', false])]
    public function testHasTheNumbersFromItsFirstToItsLast(string $number, bool $has): void
    {
        self::assertSame($has, NumberRange::fromString('2000-2099')->has($number));
    }

    #[TestWith(['2000-2099', '2000-2099', 100])]
    #[TestWith(['2000-2000', '2000', 1])]
    #[TestWith(['0042', '0042', 1])]
    #[TestWith(['999999999999998-999999999999999', '999999999999998-999999999999999', 2])]
    public function testIsWrittenAndCounted(string $text, string $written, int $size): void
    {
        $range = NumberRange::fromString($text);
        self::assertSame([$written, $size], [(string) $range, $range->size()]);
    }

    #[TestWith(['2099-2000', 'the last is not below the first'])]
    #[TestWith(['200-2099', 'as many digits'])]
    #[TestWith(['20 00', 'Such as 2150'])]
    #[TestWith(['1234567890123456', '1 to 15 digits'])]
    public function testWhatIsNoRangeIsRefused(string $text, string $says): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage($says);
        NumberRange::fromString($text);
    }
}
