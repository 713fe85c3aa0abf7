<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\ParsedFromText;

/**
 * A digit map (RFC 3435, section 2.1.5): "0x.T|1xx" takes a 0 and whatever follows until the timer, or a 1 and two digits.
 *
 * `x` is any digit, `[1-47]` one of 1, 2, 3, 4 and 7, `.` any number of the position before it, none included, `T` the timer
 * that runs out when nobody dials on, `|` parts alternatives, which may stand in parentheses. Letters count in either case.
 */
final readonly class DigitMap implements \Stringable, ParsedFromText
{
    /** RFC 3435 has gateways take 2,048 characters. */
    private const LONGEST = 2048;

    /** The bit of the timer in a set of symbols, behind those of the digits. */
    public const TIMER = 1 << 16;

    private const ANY_DIGIT = 0x3FF;

    /** @param non-empty-list<non-empty-list<Position>> $alternatives */
    private function __construct(public string $text, public array $alternatives) {}

    /** @throws InvalidValue */
    public static function fromString(string $text): self
    {
        $inside = 1 === preg_match('/^\((.*)\)$/Ds', $text, $m) ? $m[1] : $text;
        if (\strlen($text) > self::LONGEST) {
            throw self::refuse(substr($text, 0, 40).'…', \sprintf('It is longer than %d characters.', self::LONGEST));
        }
        $alternatives = [];
        foreach (explode('|', $inside) as $alternative) {
            $alternatives[] = self::positions($text, $alternative);
        }

        return new self($text, $alternatives);
    }

    /**
     * A map that takes just these numbers.
     *
     * @param non-empty-list<string> $numbers as Digits::of gives them
     */
    public static function ofNumbers(array $numbers): self
    {
        $text = implode('|', $numbers);

        return new self($text, array_map(static fn (string $number): array => self::positions($text, $number), $numbers));
    }

    public static function pattern(): string
    {
        $position = '(?:[0-9A-Da-d*#xXtT]|\\[(?:[0-9]-[0-9]|[0-9A-Da-d*#xXtT])+\\])\\.?';
        $list = \sprintf('(?:%1$s)+(?:\\|(?:%1$s)+)*', $position);

        return \sprintf('^(?:%1$s|\\(%1$s\\))$', $list);
    }

    public static function example(): string
    {
        return '0x.T|1xx';
    }

    public function __toString(): string
    {
        return $this->text;
    }

    /** @return non-empty-list<Position> */
    private static function positions(string $text, string $alternative): array
    {
        if ('' === $alternative) {
            throw self::refuse($text, 'Between two | there is nothing.');
        }
        if (0 === (int) preg_match_all('/\G(?:(\[[^\]]*\])|([0-9A-D*#xT]))(\.?)/i', $alternative, $found, \PREG_SET_ORDER)) {
            throw self::refuse($text, \sprintf('"%s" begins no position.', mb_substr($alternative, 0, 1)));
        }
        $positions = [];
        $length = 0;
        foreach ($found as [$all, $set, $letter, $dot]) {
            $symbols = '' === $set ? self::symbol($letter) : self::set($text, substr($set, 1, -1));
            $positions[] = new Position($symbols, '' !== $dot);
            $length += \strlen($all);
        }
        if ($length < \strlen($alternative)) {
            $rest = mb_strimwidth(substr($alternative, $length), 0, 20, '…');
            throw self::refuse($text, \sprintf('It cannot be read from "%s" on.', $rest));
        }

        return $positions;
    }

    private static function set(string $text, string $inside): int
    {
        $symbols = 0;
        preg_match_all('/\G(?:([0-9])-([0-9])|[0-9A-D*#xT])/i', $inside, $found, \PREG_SET_ORDER);
        foreach ($found as $part) {
            if (isset($part[1], $part[2]) && $part[2] < $part[1]) {
                throw self::refuse($text, \sprintf('"%s" runs backwards.', $part[0]));
            }
            $symbols |= isset($part[1], $part[2]) ? self::run((int) $part[1], (int) $part[2]) : self::symbol($part[0]);
        }
        if ([] === $found || implode('', array_column($found, 0)) !== $inside) {
            throw self::refuse($text, \sprintf('"[%s]" is no set.', $inside));
        }

        return $symbols;
    }

    private static function run(int $first, int $last): int
    {
        return ((1 << ($last + 1)) - 1) & ~((1 << $first) - 1);
    }

    private static function symbol(string $letter): int
    {
        return match ($letter = strtoupper($letter)) {
            'X' => self::ANY_DIGIT,
            'T' => self::TIMER,
            default => 1 << (int) strpos(Digits::SYMBOLS, $letter),
        };
    }

    private static function refuse(string $text, string $why): InvalidValue
    {
        return new InvalidValue(
            $text,
            'a digit map of 0 to 9, A to D, *, #, x, sets such as [1-47], a . behind what may repeat, T and | (RFC 3435, section 2.1.5)',
            $why.' Such as 0x.T|1xx.',
        );
    }
}
