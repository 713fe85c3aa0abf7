<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\PortSet;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\RawRecord;

/** One line of a router's filter. Null for a prefix means any. Ports are those of the destination. */
final readonly class FilterRule implements \Stringable, Checked
{
    public function __construct(
        #[Choice(FilterAction::class, 'Action', required: true)]
        public FilterAction $action,
        #[Parsed(Ipv4Prefix::class, 'From', none: 'any')]
        public ?Ipv4Prefix $from,
        #[Parsed(Ipv4Prefix::class, 'To', none: 'any')]
        public ?Ipv4Prefix $to,
        #[Choice(Protocol::class, 'Protocol', default: Protocol::Any)]
        public Protocol $protocol,
        #[Parsed(PortSet::class, 'Ports', default: 'any')]
        public PortSet $ports,
    ) {}

    public function check(RawRecord $given): void
    {
        if ([] !== $this->ports->ranges && Protocol::Tcp !== $this->protocol && Protocol::Udp !== $this->protocol) {
            throw $given->refuse(
                key: 'ports',
                allowed: 'ports only where the protocol is tcp or udp',
                advice: 'Name the protocol, or leave the ports out.',
            );
        }
    }

    /** Whether whatever another rule names is named by this one, too. */
    public function covers(self $other): bool
    {
        foreach ([[$this->from, $other->from], [$this->to, $other->to]] as [$wide, $narrow]) {
            if (null !== $wide && (null === $narrow || $wide->length > $narrow->length || !$wide->overlaps($narrow))) {
                return false;
            }
        }

        return (Protocol::Any === $this->protocol || $this->protocol === $other->protocol)
            && ([] === $this->ports->ranges || (string) $this->ports === (string) $other->ports);
    }

    public function __toString(): string
    {
        $protocol = Protocol::Any === $this->protocol ? '' : $this->protocol->value;
        $from = $this->from ?? 'any';
        $to = $this->to ?? 'any';

        return trim(\sprintf('%s %s to %s %s %s', $this->action->value, $from, $to, $protocol, $this->ports));
    }
}
