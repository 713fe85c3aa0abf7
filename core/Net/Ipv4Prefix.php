<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** An IPv4 prefix: the network address and its length (RFC 4632). */
final readonly class Ipv4Prefix implements \Stringable, ParsedFromText
{
    private function __construct(public int $network, public int $length) {}

    /**
     * Reads CIDR ("10.47.10.0/24") or a dotted mask ("10.47.10.0/255.255.255.0", also with a space).
     *
     * @throws InvalidValue when the mask is not contiguous or host bits are set
     */
    public static function fromString(string $text): self
    {
        [$address, $length] = self::split($text);
        $network = $address->value & Ipv4Mask::bits($length);
        if ($network !== $address->value) {
            throw new InvalidValue(
                $text,
                'a network address, with no bits set behind the mask',
                \sprintf('The network that holds this address is %s/%d.', Ipv4Address::fromInt($network), $length),
            );
        }

        return new self($network, $length);
    }

    public static function containing(Ipv4Address $address, int $length): self
    {
        return new self($address->value & Ipv4Mask::bits($length), $length);
    }

    /**
     * @return array{Ipv4Address, int}
     *
     * @throws InvalidValue
     *
     * @internal shared with InterfaceAddress
     */
    public static function split(string $text): array
    {
        [$address, $mask] = self::parts($text);
        if (null === $mask) {
            throw Ipv4Address::asIpv6($text) ?? new InvalidValue(
                $text,
                'an address, a slash and a prefix length or mask, such as 10.47.10.0/24',
                'Add the prefix length behind a slash.',
            );
        }

        return [Ipv4Address::fromString($address), Ipv4Mask::lengthFrom($mask)];
    }

    /**
     * As people write both into one field: with a slash, spaces, or a slash between spaces.
     *
     * @return array{string, string|null} the address, and what stands behind it; null where nothing does
     */
    public static function parts(string $text): array
    {
        $parts = preg_split('#\s*/\s*|\s+#', trim($text), 2);

        return false === $parts ? [$text, null] : [$parts[0], $parts[1] ?? null];
    }

    public function contains(Ipv4Address $address): bool
    {
        return $this->holds($address->value);
    }

    /** The same for an address as an integer. */
    public function holds(int $address): bool
    {
        return 0 === (($address ^ $this->network) >> (32 - $this->length));
    }

    public function overlaps(self $other): bool
    {
        $length = min($this->length, $other->length);

        return 0 === (($this->network ^ $other->network) & Ipv4Mask::bits($length));
    }

    public function lastValue(): int
    {
        return $this->network | (~Ipv4Mask::bits($this->length) & 0xFFFFFFFF);
    }

    /** Null for /31 (RFC 3021) and /32, which have no broadcast address. */
    public function broadcast(): ?Ipv4Address
    {
        return $this->length >= 31 ? null : Ipv4Address::fromInt($this->lastValue());
    }

    /** Whether a host may carry this address: not the network and not the broadcast address, except in /31 and /32. */
    public function isHostAddress(Ipv4Address $address): bool
    {
        return $this->contains($address)
            && ($this->length >= 31 || ($address->value !== $this->network && $address->value !== $this->lastValue()));
    }

    public function firstHost(): Ipv4Address
    {
        return Ipv4Address::fromInt($this->length >= 31 ? $this->network : $this->network + 1);
    }

    public function lastHost(): Ipv4Address
    {
        return Ipv4Address::fromInt($this->length >= 31 ? $this->lastValue() : $this->lastValue() - 1);
    }

    /** Number of addresses a host may carry. */
    public function hostCount(): int
    {
        return $this->lastHost()->value - $this->firstHost()->value + 1;
    }

    /** Number of addresses, network and broadcast included. */
    public function size(): int
    {
        return 1 << (32 - $this->length);
    }

    public function dottedMask(): string
    {
        return Ipv4Mask::dotted($this->length);
    }

    public function equals(self $other): bool
    {
        return $this->network === $other->network && $this->length === $other->length;
    }

    public function __toString(): string
    {
        return long2ip($this->network).'/'.$this->length;
    }

    public static function pattern(): string
    {
        return '^\\d{1,3}(?:\\.\\d{1,3}){3}(?:/| )(?:\\d{1,2}|\\d{1,3}(?:\\.\\d{1,3}){3})$';
    }

    public static function example(): string
    {
        return '10.47.10.0/24';
    }
}
