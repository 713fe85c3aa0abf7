<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\Core\Profile\Port;
use Vorhut\Core\Profile\PortKind;

/** A socket as it is drawn: what goes there, and what it is taken for. */
final readonly class PortView
{
    public function __construct(
        public string $name,
        public string $kind,
        public string $shape,
        public string $goesTo,
        public string $lookAlike,
        public bool $isUsed,
    ) {}

    public static function fromPort(Port $port): self
    {
        $shape = match ($port->kind) {
            PortKind::Network, PortKind::PhoneLine, PortKind::Handset => 'jack',
            PortKind::Power, PortKind::Sound, PortKind::Antenna, PortKind::Light => 'round',
            PortKind::Bay => 'bay',
            default => 'flat',
        };

        return new self(
            name: $port->name,
            kind: $port->kind->label(),
            shape: $shape,
            goesTo: $port->goesTo,
            lookAlike: $port->lookAlike,
            isUsed: '' !== $port->goesTo,
        );
    }
}
