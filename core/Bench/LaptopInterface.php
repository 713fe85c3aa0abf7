<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Net\InterfaceAddress;

/** A network port of the technician's laptop and what it holds now. */
final readonly class LaptopInterface
{
    /** @param list<InterfaceAddress> $addresses */
    public function __construct(public string $name, public array $addresses, public bool $wireless) {}

    /**
     * Reads "eth0=10.47.20.250/24", "wlan0=192.0.2.17/24,wifi", "eth1=" (no address).
     *
     * @throws InvalidValue
     */
    public static function fromString(string $text): self
    {
        if (1 !== preg_match('/^([A-Za-z0-9 ._-]{1,30})=(.*)$/D', $text, $m)) {
            throw new InvalidValue($text, 'a port, "=", and its addresses', 'Such as eth0=10.47.20.250/24 or wlan0=192.0.2.17/24,wifi.');
        }
        $addresses = [];
        $wireless = 1 === preg_match('/^(wl|wi-?fi)/i', $m[1]);
        foreach (array_filter(array_map(trim(...), explode(',', $m[2])), static fn (string $s): bool => '' !== $s) as $part) {
            if ('wifi' === strtolower($part)) {
                $wireless = true;
            } else {
                $addresses[] = InterfaceAddress::fromString($part);
            }
        }

        return new self($m[1], $addresses, $wireless);
    }
}
