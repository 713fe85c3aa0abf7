<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** An address together with the prefix length its owner believes in: what a device is really given. */
final readonly class InterfaceAddress implements \Stringable, ParsedFromText
{
    public Ipv4Prefix $prefix;

    public function __construct(public Ipv4Address $address, int $length)
    {
        $this->prefix = Ipv4Prefix::containing($address, $length);
    }

    /** @throws InvalidValue unless an address with a prefix length or dotted mask */
    public static function fromString(string $text): self
    {
        [$address, $length] = Ipv4Prefix::split($text);

        return new self($address, $length);
    }

    /** @throws InvalidValue also for addresses that no unit can carry */
    public static function ofUnit(string $text): self
    {
        $own = self::fromString($text);
        $address = $own->address;
        if (
            $address->isMulticast()
            || $address->isLoopback()
            || $address->isLimitedBroadcast()
            || 0 === $address->value >> 24
        ) {
            throw new InvalidValue(
                $text,
                'a unicast address outside 0.0.0.0/8, 127.0.0.0/8 and 224.0.0.0/3',
                'Give the device an address of its segment\'s subnet.',
            );
        }

        return $own;
    }

    public function __toString(): string
    {
        return $this->address.'/'.$this->prefix->length;
    }

    public static function pattern(): string
    {
        return '^\\d{1,3}(?:\\.\\d{1,3}){3}(?:/| )(?:\\d{1,2}|\\d{1,3}(?:\\.\\d{1,3}){3})$';
    }

    public static function example(): string
    {
        return '10.47.20.21/24';
    }
}
