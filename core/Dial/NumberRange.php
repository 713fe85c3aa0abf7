<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\ParsedFromText;

/** A number, or all numbers of one length from one to another: "2150", "2000-2099". */
final readonly class NumberRange implements \Stringable, ParsedFromText
{
    private const LONGEST = 15;

    private function __construct(public string $first, public string $last) {}

    /** @throws InvalidValue */
    public static function fromString(string $text): self
    {
        if (1 !== preg_match('/^(\d{1,15})(?:-(\d{1,15}))?$/D', $text, $m)) {
            throw self::refuse($text, 'Such as 2150 or 2000-2099.');
        }
        $last = $m[2] ?? $m[1];
        if (\strlen($last) !== \strlen($m[1]) || $last < $m[1]) {
            throw self::refuse($text, 'First and last have as many digits, and the last is not below the first.');
        }

        return new self($m[1], $last);
    }

    public static function pattern(): string
    {
        return '^\\d{1,15}(?:-\\d{1,15})?$';
    }

    public static function example(): string
    {
        return '2000-2099';
    }

    public function has(string $number): bool
    {
        return \strlen($number) === \strlen($this->first)
            && strcmp($number, $this->first) >= 0
            && strcmp($number, $this->last) <= 0
            && ctype_digit($number);
    }

    public function overlaps(self $other): bool
    {
        return $this->has($other->first) || $other->has($this->first);
    }

    /** How many numbers it has. */
    public function size(): int
    {
        return (int) $this->last - (int) $this->first + 1;
    }

    public function __toString(): string
    {
        return $this->first === $this->last ? $this->first : $this->first.'-'.$this->last;
    }

    private static function refuse(string $text, string $advice): InvalidValue
    {
        return new InvalidValue($text, \sprintf('a number of 1 to %d digits, or two with a hyphen between', self::LONGEST), $advice);
    }
}
