<?php

declare(strict_types=1);

namespace Vorhut\Core\Net;

use Vorhut\Core\InvalidValue;

/** Ports and port ranges, "5060,10000-20000"; empty means any. */
final readonly class PortSet implements \Stringable, ParsedFromText
{
    /** @param list<array{int, int}> $ranges */
    private function __construct(public array $ranges) {}

    public static function any(): self
    {
        return new self([]);
    }

    /** @throws InvalidValue unless ports from 1 to 65535, ranges rising, separated by commas */
    public static function fromString(string $text): self
    {
        if ('any' === $text || '' === $text) {
            return new self([]);
        }
        $ranges = [];
        foreach (explode(',', $text) as $part) {
            if (1 !== preg_match('/^\s*(\d{1,5})(?:-(\d{1,5}))?\s*$/D', $part, $m)) {
                throw self::refuse($text);
            }
            $first = (int) $m[1];
            $last = isset($m[2]) ? (int) $m[2] : $first;
            if ($first < 1 || $last > 65535 || $last < $first) {
                throw self::refuse($text);
            }
            $ranges[] = [$first, $last];
        }

        return new self($ranges);
    }

    /** Whether traffic from or to this port matches; a range asked for matches when all of it is inside. */
    public function contains(?int $port): bool
    {
        if ([] === $this->ranges) {
            return true;
        }
        foreach ($this->ranges as [$first, $last]) {
            if (null !== $port && $port >= $first && $port <= $last) {
                return true;
            }
        }

        return false;
    }

    public function __toString(): string
    {
        return implode(',', array_map(
            static fn (array $p): string => $p[0] === $p[1] ? (string) $p[0] : $p[0].'-'.$p[1],
            $this->ranges,
        ));
    }

    private static function refuse(string $text): InvalidValue
    {
        return new InvalidValue(
            $text,
            'ports from 1 to 65535 and rising ranges, separated by commas, or "any"',
            'Such as 5060,10000-20000.',
        );
    }

    public static function pattern(): string
    {
        return '^(?:any|\\s*\\d{1,5}(?:-\\d{1,5})?\\s*(?:,\\s*\\d{1,5}(?:-\\d{1,5})?\\s*)*)?$';
    }

    public static function example(): string
    {
        return '5060,10000-20000';
    }
}
