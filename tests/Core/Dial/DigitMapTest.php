<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Dial;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Dial\DigitMap;
use Vorhut\Core\Dial\DigitReader;
use Vorhut\Core\Dial\Digits;
use Vorhut\Core\InvalidValue;

final class DigitMapTest extends TestCase
{
    /** @return iterable<array{string, string, bool, bool}> map, digits, whole number, may go on */
    public static function readings(): iterable
    {
        // The example of RFC 3435, section 2.1.5.
        $rfc = '(0T|00T|[1-7]xxx|8xxxxxxx|#xxxxxxx|*xx|91xxxxxxxxxx|9011x.T)';
        yield [$rfc, '0', true, true];
        yield [$rfc, '00', true, false];
        yield [$rfc, '7123', true, false];
        yield [$rfc, '712', false, true];
        yield [$rfc, '8123', false, true];
        yield [$rfc, '*67', true, false];
        yield [$rfc, '#1234567', true, false];
        yield [$rfc, '9011', true, true];
        yield [$rfc, '9011447', true, true];
        yield [$rfc, '912345678901', true, false];
        yield [$rfc, '9123456789012', false, false];
        yield [$rfc, '921234567890', false, false];
        yield ['[1-47]x', '49', true, false];
        yield ['[1-47]x', '59', false, false];
        yield ['[1-47]x', '47', true, false];
        yield ['[x#]', '#', true, false];
        yield ['x', '#', false, false];
        yield ['x', '*', false, false];
        yield ['1.2', '2', true, false];
        yield ['1.2', '1112', true, false];
        yield ['1.2', '111', false, true];
        yield ['1.', '1', true, true];
        yield ['[12].[34].5', '5', true, false];
        yield ['[12].[34].5', '134', false, true];
        yield ['[12].[34].5', '314', false, false];
        yield ['aB', 'Ab', true, false];
        yield ['X1', '71', true, false];
        yield ['1t', '1', true, false];
        // The timer runs out behind the last digit only.
        yield ['0T1', '01', false, false];
        yield ['0T1', '0', false, false];
        yield ['0[1T]', '0', true, true];
        yield ['0T.', '0', true, false];
        yield ['1|12', '1', true, true];
        yield ['1|12', '12', true, false];
    }

    #[DataProvider('readings')]
    public function testNumbersAreReadAsTheStandardSays(string $map, string $digits, bool $matches, bool $goesOn): void
    {
        $reading = (new DigitReader([DigitMap::fromString($map)]))->read(Digits::dialled($digits));
        self::assertSame([$matches, $goesOn], [[] !== $reading->matches, [] !== $reading->goesOn]);
    }

    /** Every map against a regular expression made of it, over all numbers of up to four keys of a small telephone. */
    public function testMadeUpMapsAgreeWithRegularExpressions(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(7));
        $parts = ['1', '2', 'x', '#', '[12]', '[1-3#]', '1.', 'x.', '[2-3].', '#.', '[x#].'];
        $numbers = self::numbers(['1', '2', '3', '#'], 5);
        $maps = $of = [];
        for ($i = 0; $i < 200; ++$i) {
            $alternatives = [];
            for ($n = $random->getInt(1, 3); $n > 0; --$n) {
                $text = '';
                for ($p = $random->getInt(1, 4); $p > 0; --$p) {
                    $text .= $parts[$random->getInt(0, \count($parts) - 1)];
                }
                $alternatives[] = $text.(0 === $random->getInt(0, 1) ? 'T' : '');
            }
            $map = implode('|', $alternatives);
            $regex = '/^(?:'.strtr($map, ['.' => '*', 'T' => '', 'x' => '[0-9]', '[x#]' => '[0-9#]']).')$/D';
            $whole = array_filter($numbers, static fn (string $n): bool => 1 === preg_match($regex, $n));
            $matching = array_fill_keys($whole, true);
            $begun = [];
            foreach ($whole as $number) {
                for ($digits = substr($number, 0, -1); '' !== $digits; $digits = substr($digits, 0, -1)) {
                    $begun[$digits] = true;
                }
            }
            $maps[] = $map;
            $of[] = [$matching, $begun];
        }
        // Twenty at once, as the routes of a job are read.
        foreach (array_chunk($maps, 20, true) as $chunk) {
            $reader = new DigitReader(array_map(DigitMap::fromString(...), array_values($chunk)));
            $places = array_keys($chunk);
            foreach ($numbers as $number) {
                $reading = $reader->read($number);
                $matching = array_keys(array_filter($places, static fn (int $i): bool => isset($of[$i][0][$number])));
                self::assertSame($matching, $reading->matches, $number.' '.implode(' ', $chunk));
                // With at most four positions, what goes on at all does so by four keys more.
                if (1 === \strlen($number)) {
                    $begun = array_keys(array_filter($places, static fn (int $i): bool => isset($of[$i][1][$number])));
                    self::assertSame($begun, $reading->goesOn, $number.' '.implode(' ', $chunk));
                }
            }
        }
    }

    /** Sets of positions that are many are forgotten in between, never wrong. */
    public function testAMapWithVeryManySetsIsReadAllTheSame(): void
    {
        $reader = new DigitReader([DigitMap::fromString('x.1'.str_repeat('x', 14))]);
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(3));
        for ($i = 0; $i < 3000; ++$i) {
            $number = strtr(str_pad(decbin($random->getInt(0, 1048575)), 20, '0', \STR_PAD_LEFT), '01', '21');
            self::assertSame('1' === $number[5], [] !== $reader->read($number)->matches, $number);
        }
    }

    #[TestWith([''])]
    #[TestWith(['1||2'])]
    #[TestWith(['()'])]
    #[TestWith(['.1'])]
    #[TestWith(['1..'])]
    #[TestWith(['[]'])]
    #[TestWith(['[1-'])]
    #[TestWith(['[7-1]'])]
    #[TestWith(['[A-D]'])]
    #[TestWith(['[1.2]'])]
    #[TestWith(['1 2'])]
    #[TestWith(['1e'])]
    #[TestWith(['(1'])]
    #[TestWith(["1\n"])]
    public function testWhatIsNoMapIsRefusedWithAdvice(string $text): void
    {
        try {
            DigitMap::fromString($text);
        } catch (InvalidValue $e) {
            self::assertStringContainsString('RFC 3435', $e->allowed);
            // JSON Schema refuses what it can.
            self::assertTrue('[7-1]' === $text || 1 !== preg_match('/'.DigitMap::pattern().'/D', $text), $text);

            return;
        }
        self::fail($text.' was taken');
    }

    #[TestWith(['(0x.T|1xx)'])]
    #[TestWith(['[1-47]x.t'])]
    #[TestWith(['*#[0-9*#A-d]'], '[A-d] is no set')]
    public function testTheSchemaTakesWhatIsRead(string $text): void
    {
        $isMap = !str_contains($text, 'A-d');
        self::assertSame($isMap, 1 === preg_match('/'.DigitMap::pattern().'/D', $text));
        if (!$isMap) {
            $this->expectException(InvalidValue::class);
        }
        self::assertSame($text, (string) DigitMap::fromString($text));
    }

    /**
     * @param list<string> $keys
     *
     * @return list<string>
     */
    private static function numbers(array $keys, int $longest): array
    {
        $all = $last = $keys;
        for ($i = 1; $i < $longest; ++$i) {
            $longer = [];
            foreach ($last as $number) {
                foreach ($keys as $key) {
                    $longer[] = $number.$key;
                }
            }
            $all = [...$all, ...($last = $longer)];
        }

        return $all;
    }
}
