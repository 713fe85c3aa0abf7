<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** A 48-bit MAC address (IEEE 802-2014, clause 8), twelve hexadecimal digits inside. */
final readonly class MacAddress implements \Stringable, ParsedFromText
{
    private function __construct(public string $digits) {}

    /** @throws InvalidValue unless twelve hexadecimal digits remain once separators are dropped */
    public static function fromString(string $text): self
    {
        $digits = strtoupper((string) preg_replace('/[\s:.\-_]+/', '', $text));
        if (1 !== preg_match('/^[0-9A-F]{12}$/D', $digits)) {
            $strange = preg_replace('/[0-9A-F]/', '', $digits);
            throw new InvalidValue(
                $text,
                'twelve digits 0 to 9 and A to F, with any separators',
                '' === $strange ? \sprintf('There are %d digits; read the label again.', \strlen($digits)) : \sprintf(
                    'Look at "%s" again: O is often 0, I is 1, S is 5.',
                    $strange,
                ),
            );
        }

        return new self($digits);
    }

    /** @throws InvalidValue also for a group address */
    public static function ofUnit(string $text): self
    {
        $mac = self::fromString($text);
        if ($mac->isGroup()) {
            throw new InvalidValue(
                $text,
                'the MAC address of one device; this one is a group address',
                'The second digit of a device\'s MAC is even; read the label again.',
            );
        }

        return $mac;
    }

    public static function tryFrom(string $text): ?self
    {
        try {
            return self::fromString($text);
        } catch (InvalidValue) {
            return null;
        }
    }

    /** Group bit: multicast, never the address of one device. */
    public function isGroup(): bool
    {
        return 1 === ($this->firstOctet() & 1);
    }

    private function firstOctet(): int
    {
        return (int) hexdec(substr($this->digits, 0, 2));
    }

    public function equals(self $other): bool
    {
        return $this->digits === $other->digits;
    }

    public function withColons(): string
    {
        return strtolower(implode(':', str_split($this->digits, 2)));
    }

    /** Hyphens and capitals, the form of IEEE 802. */
    public function __toString(): string
    {
        return implode('-', str_split($this->digits, 2));
    }

    public static function pattern(): string
    {
        return '^(?:[0-9A-Fa-f][\\s:._-]*){12}$';
    }

    public static function example(): string
    {
        return '02-47-00-00-20-1A';
    }
}
