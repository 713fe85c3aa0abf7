<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/**
 * What arrives at this address and port of the router is handed to a host inside (RFC 3022): what comes in by the interface that has the
 * address, or with hairpin (RFC 4787, section 6) by any.
 */
final readonly class PortForward implements Checked
{
    public function __construct(
        #[Parsed(Ipv4Address::class, 'Outside address', required: true, says: 'the router\'s outside address')]
        public Ipv4Address $interface,
        #[Choice(Protocol::class, 'Protocol', required: true)]
        public Protocol $protocol,
        #[WholeNumber(1, 65535, 'Outside port', required: true)]
        public int $port,
        #[Parsed(Ipv4Address::class, 'Inside address', required: true, says: 'the address of the host inside')]
        public Ipv4Address $to,
        #[WholeNumber(1, 65535, 'Inside port', like: 'port')]
        public int $toPort,
        #[WholeNumber(1, 65535, 'Last outside port (for a range)')]
        public ?int $lastPort = null,
        #[Flag('hairpin NAT (reachable from inside)')]
        public bool $hairpin = false,
    ) {}

    /** The port inside for one outside; null for one that is not handed on. */
    public function inside(int $port): ?int
    {
        return $port >= $this->port && $port <= ($this->lastPort ?? $this->port) ? $this->toPort + $port - $this->port : null;
    }

    public function check(RawRecord $given): void
    {
        if (Protocol::Tcp !== $this->protocol && Protocol::Udp !== $this->protocol) {
            throw $given->refuse('protocol', 'tcp or udp');
        }
        if (null !== $this->lastPort && ($this->lastPort < $this->port || $this->toPort + $this->lastPort - $this->port > 65535)) {
            throw $given->refuse('lastPort', \sprintf('a port from %d on, so that the ports inside end at 65535', $this->port));
        }
    }
}
