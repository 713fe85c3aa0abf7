<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;

/** An address for one interface, and why this one. */
final readonly class ProposedAddress
{
    public function __construct(
        public string $device,
        public int $interface,
        public string $segment,
        public string $block,
        public InterfaceAddress $address,
        public ?Ipv4Address $gateway,
        public string $reason,
    ) {}
}
