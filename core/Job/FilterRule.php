<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\Ipv4Prefix;
use Vorhut\Core\JobFile\RecordReader;

/** One line of a router's filter. Null for a prefix means any. Ports are those of the destination. */
final readonly class FilterRule implements \Stringable
{
    public function __construct(
        public FilterAction $action,
        public ?Ipv4Prefix $from,
        public ?Ipv4Prefix $to,
        public Protocol $protocol,
        public PortSet $ports,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $prefix = static fn (string $key): ?Ipv4Prefix => 'any' === $r->string($key, 'any') ? null : $r->parsed($key, Ipv4Prefix::fromString(...));
        $protocol = $r->enum('protocol', Protocol::class, Protocol::Any);
        $ports = $r->parsed('ports', PortSet::fromString(...)) ?? PortSet::any();
        if ([] !== $ports->ranges && Protocol::Tcp !== $protocol && Protocol::Udp !== $protocol) {
            throw $r->refuse('ports', 'ports only where the protocol is tcp or udp', 'Name the protocol, or leave the ports out.');
        }

        return new self($r->enum('action', FilterAction::class), $prefix('from'), $prefix('to'), $protocol, $ports);
    }

    public function __toString(): string
    {
        return trim(\sprintf('%s %s to %s %s %s', $this->action->value, $this->from ?? 'any', $this->to ?? 'any', Protocol::Any === $this->protocol ? '' : $this->protocol->value, implode(',', array_map(static fn (array $p): string => $p[0] === $p[1] ? (string) $p[0] : $p[0].'-'.$p[1], $this->ports->ranges))));
    }
}
