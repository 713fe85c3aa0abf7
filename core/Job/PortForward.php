<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\JobFile\RecordReader;

/** What arrives at this address and port of the router is handed to a host inside (RFC 3022). */
final readonly class PortForward
{
    public function __construct(
        public Ipv4Address $interface,
        public Protocol $protocol,
        public int $port,
        public Ipv4Address $to,
        public int $toPort,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $protocol = $r->enum('protocol', Protocol::class);
        if (Protocol::Tcp !== $protocol && Protocol::Udp !== $protocol) {
            throw $r->refuse('protocol', 'tcp or udp');
        }
        $port = $r->integer('port', 1, 65535) ?? throw $r->refuse('port', 'a port from 1 to 65535', 'This value is required.');

        return new self(
            $r->parsed('interface', Ipv4Address::fromString(...)) ?? throw $r->refuse('interface', 'the router\'s outside address', 'This value is required.'),
            $protocol,
            $port,
            $r->parsed('to', Ipv4Address::fromString(...)) ?? throw $r->refuse('to', 'the address of the host inside', 'This value is required.'),
            $r->integer('toPort', 1, 65535, $port) ?? $port,
        );
    }
}
