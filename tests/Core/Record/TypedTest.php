<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Record;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Codec;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Weekday;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Day;
use Vorhut\Core\Record\Field\Days;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Record\Series;

/** What people write, and what stands in a file. */
final class TypedTest extends TestCase
{
    #[DataProvider('days')]
    public function testDaysAsPeopleWriteThem(string $written, ?string $day): void
    {
        self::assertSame($day, (new Day())->typed($written));
    }

    /** @return iterable<string, array{string, string|null}> what cannot be one day stays as it was written, and is refused */
    public static function days(): iterable
    {
        yield 'ISO 8601' => ['2026-12-15', '2026-12-15'];
        yield 'without leading zeros' => ['2026-3-1', '2026-03-01'];
        yield 'with points' => ['15.12.2026', '2026-12-15'];
        yield 'with points and blanks' => [' 1. 3. 2027 ', '2027-03-01'];
        yield 'in words' => ['15 December 2026', '2026-12-15'];
        yield 'month cut short' => ['5 sept 2026', '2026-09-05'];
        yield 'strokes, the day first' => ['15/12/2026', '2026-12-15'];
        yield 'strokes, the month first' => ['12/15/2026', '2026-12-15'];
        yield 'strokes, both ways the same' => ['5/5/2026', '2026-05-05'];
        yield 'strokes, which is the month?' => ['5/12/2026', '5/12/2026'];
        yield 'no such day' => ['31.2.2026', '31.2.2026'];
        yield 'no such month' => ['1 Smarch 2026', '1 Smarch 2026'];
        yield 'a leap day' => ['29.2.2028', '2028-02-29'];
        yield 'nothing' => ['  ', null];
    }

    public function testSeveralDays(): void
    {
        self::assertSame(['2026-12-25', '2026-12-26'], (new Days())->typed('25.12.2026, 26 Dec 2026'));
    }

    public function testChoicesByTheirWordsAndRanges(): void
    {
        $days = new Choices(Weekday::class);
        self::assertSame(['mon', 'tue', 'wed', 'thu', 'fri'], $days->typed('Mon-Fri'));
        self::assertSame(['mon', 'tue', 'wed', 'thu', 'fri', 'sun'], $days->typed('Monday – Friday, sun'));
        self::assertSame(['sat', 'sun', 'mon'], $days->typed('Sat-Mon'), 'over the end of the week');
        self::assertSame(['Mon-Feast'], $days->typed('Mon-Feast'), 'what is no day is left for the refusal');
        self::assertSame(['Mo'], $days->typed('Mo'), 'two letters are too few');
        self::assertSame('Monday, Sunday', $days->shown(['mon', 'sun']));
        $week = new Choices(Weekday::class, inARow: true);
        self::assertSame('Monday – Friday', $week->shown(['mon', 'tue', 'wed', 'thu', 'fri']));
        self::assertSame('Monday, Tuesday, Thursday', $week->shown(['mon', 'tue', 'thu']));
        self::assertSame('Saturday, Sunday', $week->shown(['sat', 'sun']));
        self::assertSame('', $week->shown([]));
        $codecs = new Choices(Codec::class);
        self::assertSame(['g711-a', 'g722'], $codecs->typed('G.711 A-law, g722'));
        self::assertSame(['g711-a'], $codecs->typed('g711-a'), 'a hyphen inside a word is no range');
        self::assertSame(['G.71'], $codecs->typed('G.71'), 'two begin so');
        self::assertSame(['g711-u'], $codecs->typed($codecs->shown(['g711-u'])), 'what is shown is understood');
    }

    public function testAChoiceByItsWord(): void
    {
        $mode = new Choice(AddressMode::class);
        foreach ($mode->options() as $value => $label) {
            self::assertSame($value, $mode->typed($label));
            self::assertSame($value, $mode->typed($value));
        }
        self::assertNull($mode->typed(' '));
        self::assertSame('sometimes', $mode->typed('sometimes'));
    }

    public function testACommaIsADecimalSign(): void
    {
        $number = new Number(0, 100);
        self::assertSame(95.2, $number->typed('95,2'));
        self::assertSame(95.2, $number->typed('95.2'));
        self::assertSame('1,000', $number->typed('1,000'), 'one, or a thousand');
        self::assertSame(0.125, $number->typed('0,125'));
        self::assertSame('many', $number->typed('many'));
        self::assertNull($number->typed(' '));
        $this->expectExceptionMessage('Write 1000 or 1.000.');
        $number->read('1,000');
    }

    /** What a form shows of a choice is understood when it comes back, of all the plan's fields. */
    public function testEveryChoiceIsUnderstoodAsItIsShown(): void
    {
        $count = 0;
        foreach ($this->fields() as $name => $field) {
            foreach (array_keys($field->options()) as $value) {
                self::assertSame((string) $value, $field->typed($field->options()[$value]), $name);
                ++$count;
            }
            if ($field instanceof Choices) {
                $all = array_map(strval(...), array_keys($field->labels()));
                self::assertSame($all, $field->typed($field->shown($all)), $name);
                self::assertSame([$all[1], $all[0]], $field->typed($field->shown([$all[1], $all[0]])), $name);
                ++$count;
            }
        }
        self::assertGreaterThan(60, $count);
    }

    /** @return iterable<string, Choice|Choices> */
    private function fields(): iterable
    {
        $types = array_map(static fn (RecordList $l): string => $l->type, array_values(Lists::all()));
        for ($at = 0; $at < \count($types); ++$at) {
            foreach (RecordType::fromClass($types[$at])->fields as $key => $field) {
                if ($field instanceof Choice || $field instanceof Choices) {
                    yield $types[$at].' '.$key => $field;
                }
                if (($field instanceof Records || $field instanceof Nested) && !\in_array($field->class, $types, true)) {
                    $types[] = $field->class;
                }
            }
        }
    }

    /** @param list<string> $names */
    #[DataProvider('series')]
    public function testNamesThatAreCountedThrough(string $text, array $names): void
    {
        self::assertSame($names, Series::names($text));
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function series(): iterable
    {
        yield 'numbers' => ['1-4', ['1', '2', '3', '4']];
        yield 'a dash and blanks' => ['9 – 11', ['9', '10', '11']];
        yield 'with a letter' => ['A1-A3', ['A1', 'A2', 'A3']];
        yield 'the letter once' => ['A1-3', ['A1', 'A2', 'A3']];
        yield 'leading zeros' => ['08-10', ['08', '09', '10']];
        yield 'one' => ['router', ['router']];
        yield 'downwards' => ['4-1', ['4-1']];
        yield 'too many' => ['1-9999', ['1-9999']];
        yield 'two letters' => ['A1-B3', ['A1-B3']];
        yield 'a name with a hyphen' => ['uplink-2', ['uplink-2']];
    }
}
