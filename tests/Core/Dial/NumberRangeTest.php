<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Dial;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Dial\NumberRange;

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
}
