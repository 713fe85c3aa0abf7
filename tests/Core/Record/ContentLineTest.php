<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Record;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Record\ContentLine;

final class ContentLineTest extends TestCase
{
    public function testWhatHasAMeaningIsEscaped(): void
    {
        self::assertSame('a\\\\b\;c\,d\ne', ContentLine::text("a\\b;c,d\ne"));
    }

    /** No line has more than 75 octets, and unfolding (a line end and a space taken out) gives back what was folded. */
    #[TestWith(['x', 75, 1])]
    #[TestWith(['x', 76, 2])]
    #[TestWith(['x', 149, 2])]
    #[TestWith(['x', 150, 3])]
    #[TestWith(['å', 300, 9])]
    #[TestWith(['🔔', 80, 5])]
    public function testLongLinesGoOn(string $character, int $count, int $lines): void
    {
        $line = str_repeat($character, $count);
        $folded = ContentLine::folded($line);
        self::assertSame($line."\r\n", str_replace("\r\n ", '', $folded));
        $parts = explode("\r\n", rtrim($folded, "\r\n"));
        self::assertCount($lines, $parts);
        self::assertLessThanOrEqual(75, max(array_map(strlen(...), $parts)));
        self::assertTrue(mb_check_encoding($parts, 'UTF-8'));
    }
}
