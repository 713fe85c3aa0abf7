<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\TestCase;
use Vorhut\Core\Apart;

/** Figures that are compared are told apart. */
final class ApartTest extends TestCase
{
    public function testAsManyDigitsAsTellThemApart(): void
    {
        self::assertSame(['5.3', '5.4'], Apart::figures(one: 5.31, other: 5.39, digits: 1));
        self::assertSame(['5.31', '5.34'], Apart::figures(one: 5.31, other: 5.34, digits: 1));
        self::assertSame(['7.001', '7.000'], Apart::figures(one: 7.001, other: 7.0, digits: 1));
        self::assertSame(['7.0', '7.0'], Apart::figures(one: 7.0, other: 7.0, digits: 1), 'equal ones need no more');
        self::assertSame(['1.0000', '1.0000'], Apart::figures(one: 1.0, other: 1.000001, digits: 1), 'nobody reads six digits');
    }
}
