<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** A run of consecutive addresses, both ends included. */
final readonly class AddressRange implements \Stringable, ParsedFromText
{
    public function __construct(public Ipv4Address $first, public Ipv4Address $last)
    {
        if ($last->value < $first->value) {
            throw new InvalidValue($first.'-'.$last, 'a range that rises', \sprintf('Write %s-%s.', $last, $first));
        }
    }

    /**
     * Reads "10.47.10.100-10.47.10.199", "10.47.10.100-199" or a single address.
     *
     * @throws InvalidValue
     */
    public static function fromString(string $text): self
    {
        $parts = array_map(trim(...), explode('-', $text, 2));
        $first = Ipv4Address::fromString($parts[0]);
        if (1 === \count($parts)) {
            return new self($first, $first);
        }
        if (1 === preg_match('/^\d{1,3}$/D', $parts[1]) && (int) $parts[1] <= 255) {
            return new self($first, Ipv4Address::fromInt(($first->value & 0xFFFFFF00) | (int) $parts[1]));
        }

        return new self($first, Ipv4Address::fromString($parts[1]));
    }

    public function contains(Ipv4Address $address): bool
    {
        return $address->value >= $this->first->value && $address->value <= $this->last->value;
    }

    public function count(): int
    {
        return $this->last->value - $this->first->value + 1;
    }

    /**
     * The fewest ranges that hold just these addresses, in rising order.
     *
     * @param list<Ipv4Address> $addresses
     *
     * @return list<self>
     */
    public static function tightest(array $addresses): array
    {
        $values = array_values(array_unique(array_map(static fn (Ipv4Address $a): int => $a->value, $addresses)));
        sort($values);
        $runs = [];
        foreach ($values as $value) {
            $last = array_key_last($runs);
            if (null !== $last && $value === $runs[$last][1] + 1) {
                $runs[$last][1] = $value;
            } else {
                $runs[] = [$value, $value];
            }
        }

        return array_map(static fn (array $run): self => new self(Ipv4Address::fromInt($run[0]), Ipv4Address::fromInt($run[1])), $runs);
    }

    public function __toString(): string
    {
        return $this->first->equals($this->last) ? (string) $this->first : $this->first.'-'.$this->last;
    }

    public static function pattern(): string
    {
        return '^\\d{1,3}(?:\\.\\d{1,3}){3}(?:-(?:\\d{1,3}|\\d{1,3}(?:\\.\\d{1,3}){3}))?$';
    }

    public static function example(): string
    {
        return '10.47.10.100-10.47.10.199';
    }
}
