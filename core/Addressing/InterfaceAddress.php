<?php

declare(strict_types=1);

namespace Vorhut\Core\Addressing;

use Vorhut\Core\InvalidValue;

/** An address together with the prefix length its owner believes in: what a device is really given. */
final readonly class InterfaceAddress implements \Stringable
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

    public function __toString(): string
    {
        return $this->address.'/'.$this->prefix->length;
    }
}
