<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** An IPv4 address (RFC 791), an integer inside and dotted decimal at the edges. */
final readonly class Ipv4Address implements \Stringable, ParsedFromText
{
    private function __construct(public int $value) {}

    /** @throws InvalidValue unless four decimal numbers from 0 to 255 without leading zeros */
    public static function fromString(string $text): self
    {
        $value = self::parse($text);
        if (null === $value) {
            throw self::asIpv6($text) ?? new InvalidValue(
                $text,
                'four numbers from 0 to 255 with dots between, such as 10.47.10.21',
                'Write the address without spaces or leading zeros.',
            );
        }

        return new self($value);
    }

    /** @throws InvalidValue outside 0 to 2³²−1 */
    public static function fromInt(int $value): self
    {
        if ($value < 0 || $value > 0xFFFFFFFF) {
            throw new InvalidValue((string) $value, 'a number from 0 to 4294967295', 'Stay inside the IPv4 address space.');
        }

        return new self($value);
    }

    /** @throws InvalidValue unless it is a multicast group */
    public static function group(string $text): self
    {
        $address = self::fromString($text);
        if (!$address->isMulticast()) {
            throw new InvalidValue($text, 'a multicast group from 224.0.0.0 to 239.255.255.255', 'Plan groups in 239.192.0.0/14.');
        }

        return $address;
    }

    public static function tryFrom(string $text): ?self
    {
        $value = self::parse($text);

        return null === $value ? null : new self($value);
    }

    /**
     * Says of an IPv6 address (RFC 4291, section 2.2), with or without its prefix length, that it is none that is taken.
     *
     * @internal shared with Ipv4Prefix
     */
    public static function asIpv6(string $text): ?InvalidValue
    {
        $text = trim($text);
        $address = substr($text, 0, strcspn($text, '/% '));
        if (false === filter_var($address, \FILTER_VALIDATE_IP, \FILTER_FLAG_IPV6)) {
            return null;
        }

        return new InvalidValue(
            $text,
            'an IPv4 address, such as 10.47.10.21: IPv6 is not planned here',
            'Give the IPv4 address; note the other one at the unit.',
        );
    }

    /** Leading zeros are refused because some programs read them as octal (RFC 6943, section 3.1.1). */
    private static function parse(string $text): ?int
    {
        if (1 !== preg_match('/^(?:(?:0|[1-9]\d{0,2})\.){3}(?:0|[1-9]\d{0,2})$/D', $text)) {
            return null;
        }
        $value = ip2long($text);

        return false === $value ? null : $value;
    }

    /** 169.254.0.0/16, RFC 3927. */
    public function isLinkLocal(): bool
    {
        return 0xA9FE === $this->value >> 16;
    }

    /** 224.0.0.0/4, RFC 1112. */
    public function isMulticast(): bool
    {
        return 0xE === $this->value >> 28;
    }

    /** 224.0.0.0/24, never forwarded by a router (RFC 5771, section 4). */
    public function isLinkLocalMulticast(): bool
    {
        return 0xE00000 === $this->value >> 8;
    }

    public function isLimitedBroadcast(): bool
    {
        return 0xFFFFFFFF === $this->value;
    }

    public function isLoopback(): bool
    {
        return 127 === $this->value >> 24;
    }

    /** Routed on the internet: not private (RFC 1918), shared (RFC 6598), for one link or host only, a group or reserved. */
    public function isPublic(): bool
    {
        return !match (true) {
            10 === $this->value >> 24, 0 === $this->value >> 24, $this->value >> 24 >= 224 => true,
            0xAC1 === $this->value >> 20, 0xC0A8 === $this->value >> 16, 0x191 === $this->value >> 22 => true,
            default => $this->isLinkLocal() || $this->isLoopback(),
        };
    }

    public function equals(self $other): bool
    {
        return $this->value === $other->value;
    }

    public function lastOctet(): int
    {
        return $this->value & 0xFF;
    }

    public function __toString(): string
    {
        return (string) long2ip($this->value);
    }

    public static function pattern(): string
    {
        return '^(?:(?:25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)\\.){3}(?:25[0-5]|2[0-4]\\d|1\\d\\d|[1-9]?\\d)$';
    }

    public static function example(): string
    {
        return '10.47.10.1';
    }
}
