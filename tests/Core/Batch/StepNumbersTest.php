<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Batch;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Batch\StepNumbers;
use Vorhut\Core\InvalidValue;

final class StepNumbersTest extends TestCase
{
    /** @param list<int> $numbers */
    #[TestWith(['1-3, 5', [1, 2, 3, 5]])]
    #[TestWith([' 5 1 - 3', [1, 2, 3, 5]])]
    #[TestWith(['2;2;2–3', [2, 3]])]
    #[TestWith(['1 to 2', [1, 2]])]
    #[TestWith(['', []])]
    public function testNumbersAreReadAsTheyAreWritten(string $text, array $numbers): void
    {
        self::assertSame($numbers, StepNumbers::parse($text, 5));
    }

    #[TestWith(['0'])]
    #[TestWith(['6'])]
    #[TestWith(['3-1'])]
    #[TestWith(['1-9'])]
    #[TestWith(['all'])]
    #[TestWith(['-2'])]
    public function testOthersAreRefused(string $text): void
    {
        $this->expectException(InvalidValue::class);
        StepNumbers::parse($text, 5);
    }
}
