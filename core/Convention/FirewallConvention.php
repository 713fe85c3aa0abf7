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
            self::FixedPorts => 'fixed ports and address translation set on the unit',
            self::Relay => 'a relay outside',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::FixedPorts => 'Nothing else is needed; the public address must stay the same.',
            self::Relay => 'The firewall only lets out; somebody must run the relay.',
        };
    }
}
