<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core\Keypad;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\Plan\ShippedProfiles;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Keypad\Key;
use Vorhut\Core\Keypad\Keypad;
use Vorhut\Core\Keypad\KeySequence;
use Vorhut\Core\Keypad\Mode;
use Vorhut\Core\Keypad\Press;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Record\InvalidFile;

final class KeySequenceTest extends TestCase
{
    private const TEXTS = [
        'http://10.47.10.10/phones',
        '00:a0:de:7f:3c:0b',
        '00A0DE7F3C0B',
        'Zz7-aB_c2@22.bb',
        '',
        '7',
    ];

    /** @return iterable<string, array{Keypad, string}> */
    public static function texts(): iterable
    {
        foreach (self::keypads() as $name => $keypad) {
            foreach (self::TEXTS as $text) {
                yield "$name: $text" => [$keypad, $text];
            }
        }
    }

    #[DataProvider('texts')]
    public function testNoOtherWayIsShorter(Keypad $keypad, string $text): void
    {
        foreach ($keypad->modes as $at => $mode) {
            self::check($keypad, $text, $at, $mode->id);
        }
    }

    public function testNoOtherWayIsShorterForAnythingThatCanBeTyped(): void
    {
        mt_srand(47);
        foreach (self::keypads() as $keypad) {
            $characters = self::characters($keypad);
            for ($round = 0; $round < 60; ++$round) {
                $text = '';
                for ($length = mt_rand(1, 12); $length > 0; --$length) {
                    $text .= mt_rand(0, 2) > 0 || '' === $text ? $characters[array_rand($characters)] : mb_substr($text, -1);
                }
                self::check($keypad, $text, 0, $keypad->modes[0]->id);
            }
        }
    }

    public function testTwoOnOneKeyNeedTheMovingKeyOrAPause(): void
    {
        $moving = KeySequence::fromKeypad(self::keypads()['moving key'], 'ba', 'lower');
        self::assertEquals([new Press('b', ['2', '2'], 0.0), new Press('a', ['right', '2'], 0.0)], $moving->presses);
        self::assertSame([4, 1.6], [$moving->total, $moving->seconds]);
        $waiting = KeySequence::fromKeypad(self::keypads()['pause'], 'BA', 'letters');
        self::assertEquals([new Press('B', ['2', '2'], 0.0), new Press('A', ['2'], 1.5)], $waiting->presses);
        self::assertSame([3, 3.0], [$waiting->total, $waiting->seconds]);
    }

    public function testOfWaysWithAsManyPressesTheOneThatNeedsNoWaitIsTaken(): void
    {
        $modes = [new Mode('round', [new Key('2', 'ab')]), new Mode('single', [new Key('3', 'b')])];
        $sequence = KeySequence::fromKeypad(new Keypad(
            id: 'front',
            modes: $modes,
            modeKey: '#',
            nextKey: null,
            backKey: null,
            pause: 2.0,
            press: 0.5,
            start: null,
        ), 'ab');
        self::assertSame(['#', '3'], $sequence->presses[1]->keys);
        self::assertSame([3, 1.5], [$sequence->total, $sequence->seconds]);
    }

    public function testAFieldBeginsInTheModeThatTheKeypadNames(): void
    {
        $keypad = self::keypads()['pause'];
        self::assertSame('numbers', $keypad->start);
        self::assertSame(['2'], KeySequence::fromKeypad($keypad, '2')->presses[0]->keys);
        self::assertSame(['#', '2'], KeySequence::fromKeypad($keypad, '2', 'letters')->presses[0]->keys, 'four of 2 are more');
    }

    public function testWhatNoKeyTypesIsNamedOnceAndTheRestIsTyped(): void
    {
        $sequence = KeySequence::fromKeypad(self::keypads()['remote'], '1€0é€.');
        self::assertSame(['€', 'é'], $sequence->impossible);
        self::assertSame(['1', '0', '.'], array_map(static fn (Press $p): string => $p->character, $sequence->presses));
    }

    public function testAModeThatTheKeypadDoesNotHave(): void
    {
        $this->expectException(InvalidValue::class);
        $this->expectExceptionMessage('letters, numbers');
        KeySequence::fromKeypad(self::keypads()['pause'], '1', 'greek');
    }

    /** @return iterable<string, array{string, string}> */
    public static function refused(): iterable
    {
        $two = '[{"id":"a","keys":[{"key":"2","types":"2"}]},{"id":"b","keys":[{"key":"2","types":"a"}]}]';
        $round = '[{"id":"a","keys":[{"key":"2","types":"ab"}]}]';
        yield 'no mode' => ['"modes":[]', '.modes'];
        yield 'no key to change mode' => ['"modes":'.$two, '.modeKey'];
        yield 'begins in a mode it has not' => ['"modes":'.$two.',"modeKey":"#","start":"c"', '.start'];
        yield 'two modes of one name' => ['"modes":'.str_replace('"b"', '"a"', $two).',"modeKey":"#"', '.modes'];
        yield 'neither key nor pause to move on' => ['"modes":'.$round, '.nextKey'];
        yield 'both' => ['"modes":'.$round.',"nextKey":"#","pause":1', '.nextKey'];
        $twice = '[{"id":"a","keys":[{"key":"2","types":"a"},{"key":"2","types":"b"}]}]';
        yield 'a key twice' => ['"modes":'.$twice, '.modes[0].keys'];
        yield 'a key that types nothing' => ['"modes":[{"id":"a","keys":[{"key":"2","types":""}]}]', '.types'];
    }

    #[DataProvider('refused')]
    public function testAKeypadThatCannotBeIsRefusedWhereItIsWrong(string $keypad, string $path): void
    {
        $file = \sprintf('{"id":"p","family":"phone","factory":{"mode":"dhcp"},"keypads":[{"id":"k",%s}]}', $keypad);
        $this->expectException(InvalidFile::class);
        $this->expectExceptionMessage($path);
        ProfileLibrary::fromJson(['p.json' => $file]);
    }

    public function testEveryShippedKeypadTypesAnAddress(): void
    {
        $count = 0;
        foreach (ShippedProfiles::load()->all() as $profile) {
            foreach ($profile->keypads as $keypad) {
                self::assertSame([], KeySequence::fromKeypad($keypad, '10.47.10.21')->impossible, $profile->id);
                ++$count;
            }
        }
        self::assertGreaterThan(1, $count);
    }

    private static function check(Keypad $keypad, string $text, int $at, string $mode): void
    {
        $sequence = KeySequence::fromKeypad($keypad, $text, $mode);
        $possible = implode('', array_diff(mb_str_split($text), $sequence->impossible));
        $typist = new Typist($keypad, $at);
        self::assertSame($possible, $typist->screen($sequence->presses), 'what the screen reads');
        self::assertSame($typist->cheapest($possible), [$sequence->total, $sequence->seconds], "$text from $mode");
        $keys = array_sum(array_map(static fn (Press $p): int => \count($p->keys), $sequence->presses));
        self::assertSame($sequence->total, $keys);
        self::assertSame([], array_intersect($sequence->impossible, self::characters($keypad)));
    }

    /** @return list<string> */
    private static function characters(Keypad $keypad): array
    {
        $all = [];
        foreach ($keypad->modes as $mode) {
            foreach ($mode->keys as $key) {
                array_push($all, ...$key->characters());
            }
        }

        return array_values(array_unique($all));
    }

    /** @return array<string, Keypad> three with different rules */
    private static function keypads(): array
    {
        $letters = ['ABC', 'DEF', 'GHI', 'JKL', 'MNO', 'PQRS', 'TUV', 'WXYZ'];
        $numbers = array_map(static fn (int $d): Key => new Key((string) $d, (string) $d), range(0, 9));
        $upper = array_map(static fn (string $l, int $d): Key => new Key((string) $d, $l.$d.mb_strtolower($l)), $letters, range(2, 9));
        $signs = [new Key('1', './:-_@'), new Key('0', '0')];
        $shipped = ShippedProfiles::load();

        return [
            'moving key' => $shipped->get('desk-phone-keypad')->keypads[0],
            'remote' => $shipped->get('mic-receiver')->keypads[0],
            'pause' => new Keypad(
                id: 'remote',
                modes: [new Mode('letters', [...$upper, ...$signs]), new Mode('numbers', [...$numbers, new Key('*', '.')])],
                modeKey: '#',
                nextKey: null,
                backKey: null,
                pause: 1.5,
                press: 0.5,
                start: 'numbers',
            ),
        ];
    }
}
