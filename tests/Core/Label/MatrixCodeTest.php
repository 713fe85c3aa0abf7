<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Label;

use PHPUnit\Framework\Attributes\CoversClass;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Label\LabelSheet;
use Vorhut\Core\Label\MaskPenalty;
use Vorhut\Core\Label\MatrixCode;
use Vorhut\Core\Label\ReedSolomon;

/** Codes on labels, by the figures of the standard; that they are read is seen with another reader. */
#[CoversClass(MatrixCode::class)]
#[CoversClass(ReedSolomon::class)]
#[CoversClass(LabelSheet::class)]
final class MatrixCodeTest extends TestCase
{
    /** The example of ISO/IEC 18004:2015, annex I. */
    public function testCheckWords(): void
    {
        $data = [0x10, 0x20, 0x0C, 0x56, 0x61, 0x80, 0xEC, 0x11, 0xEC, 0x11, 0xEC, 0x11, 0xEC, 0x11, 0xEC, 0x11];
        $words = (new ReedSolomon())->check($data, 10);
        self::assertSame('a524d4c1ed36c7872c55', bin2hex(pack('C*', ...$words)));
    }

    /** The three finders, the line of turns between them, and the word that tells level and mask, twice (clause 7.9). */
    public function testPatternsAndTheWordThatTellsTheMask(): void
    {
        $masks = [
            '101010000010010', '101000100100101', '101111001111100', '101101101001011',
            '100010111111001', '100000011001110', '100111110010111', '100101010100000',
        ];
        foreach (['', 'Berth 4', str_repeat('ab', 60)] as $text) {
            $rows = MatrixCode::encode($text);
            $size = \count($rows);
            foreach ([[0, 0], [0, $size - 7], [$size - 7, 0]] as [$row, $column]) {
                self::assertSame('1111111', self::word($rows, array_map(static fn (int $n): array => [$row, $column + $n], range(0, 6))));
                $middle = array_map(static fn (int $n): array => [$row + 3, $column + $n], range(0, 6));
                self::assertSame('1011101', self::word($rows, $middle));
            }
            self::assertStringStartsWith('10101', self::word($rows, array_map(static fn (int $n): array => [6, $n], range(8, $size - 9))));
            $near = [...array_map(static fn (int $n): array => [8, $n], [0, 1, 2, 3, 4, 5, 7, 8]), [7, 8]];
            $near = [...$near, ...array_map(static fn (int $n): array => [$n, 8], range(5, 0))];
            $far = array_map(static fn (int $n): array => [$size - 1 - $n, 8], range(0, 6));
            $far = [...$far, ...array_map(static fn (int $n): array => [8, $size - 8 + $n], range(0, 7))];
            self::assertContains(self::word($rows, $near), $masks);
            self::assertSame(self::word($rows, $near), self::word($rows, $far));
        }
    }

    /**
     * @param list<list<bool>> $rows
     * @param list<array{int, int}> $modules
     */
    private static function word(array $rows, array $modules): string
    {
        $bits = '';
        foreach ($modules as [$row, $column]) {
            $bits .= $rows[$row][$column] ? '1' : '0';
        }

        return $bits;
    }

    public function testTheSmallestThatHoldsIt(): void
    {
        self::assertCount(21, MatrixCode::encode(str_repeat('x', 14)));
        self::assertCount(25, MatrixCode::encode(str_repeat('x', 15)));
        self::assertCount(57, MatrixCode::encode(str_repeat('x', 213)));
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage('213');
        MatrixCode::encode(str_repeat('x', 214));
    }

    /** ISO/IEC 18004, section 7.8.3.1, by hand: runs 90 + 40 + 54, blocks 93 × 3, one finder 40, 4 % dark 90. */
    public function testThePenaltyOfAMask(): void
    {
        $light = array_fill(0, 11, false);
        $rows = array_fill(0, 11, $light);
        foreach (str_split('10111010000') as $column => $bit) {
            $rows[0][$column] = '1' === $bit;
        }
        self::assertSame(184 + 279 + 40 + 90, MaskPenalty::penalty($rows));
    }

    public function testTheGapBetweenColumnsIsThatOfThePaper(): void
    {
        foreach ([[LabelSheet::TwentyFour, 0.0], [LabelSheet::Fourteen, 2.5], [LabelSheet::SixtyFive, 2.5]] as [$sheet, $gap]) {
            self::assertEqualsWithDelta($gap, $sheet->position(1)[0] - $sheet->position(0)[0] - $sheet->size()[0], 0.001, $sheet->name);
        }
    }

    /** No label lies over another or over the edge of the paper. */
    public function testLabelsLieBesideEachOther(): void
    {
        foreach (LabelSheet::cases() as $sheet) {
            [$width, $height] = $sheet->size();
            $seen = [];
            for ($n = 0; $n < $sheet->perPage(); ++$n) {
                [$left, $top] = $sheet->position($n);
                self::assertGreaterThanOrEqual(-0.001, $left, $sheet->value);
                self::assertGreaterThanOrEqual(-0.001, $top, $sheet->value);
                self::assertLessThanOrEqual($sheet->paper()[0] + 0.001, $left + $width, $sheet->value);
                self::assertLessThanOrEqual($sheet->paper()[1] + 0.001, $top + $height, $sheet->value);
                foreach ($seen as [$x, $y]) {
                    self::assertTrue(abs($x - $left) >= $width - 0.001 || abs($y - $top) >= $height - 0.001, $sheet->value);
                }
                $seen[] = [$left, $top];
            }
        }
    }
}
