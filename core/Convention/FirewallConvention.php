<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Firewall. */
enum FirewallConvention: string implements Convention
{
    case FixedPorts = 'fixed-ports';
    case Relay = 'relay';

    public function label(): string
    {
        return match ($this) {
            self::FixedPorts => 'port forwarding, public address set on the device (static NAT)',
            self::Relay => 'external media relay',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::FixedPorts => 'Nothing else is needed; the public address must not change.',
            self::Relay => 'The firewall permits outbound only; the relay must be operated.',
        };
    }
}
