<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Query;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Anything;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** Whether a request to one address arrives and its answer comes back. */
final readonly class UnicastQuery implements Checked
{
    public function __construct(
        #[Anything]
        public mixed $id,
        #[Text(default: 'unicast')]
        public string $kind,
        #[Text(required: true)]
        public string $from,
        #[Parsed(Ipv4Address::class, required: true)]
        public Ipv4Address $to,
        #[Choice(Protocol::class, default: Protocol::Icmp)]
        public Protocol $protocol,
        #[WholeNumber(1, 65535)]
        public ?int $port,
    ) {}

    public function check(RawRecord $given): void
    {
        if ($this->to->isMulticast() || $this->to->isLimitedBroadcast()) {
            throw $given->refuse(key: 'to', allowed: 'a unicast address', advice: 'Ask with kind broadcast or multicast.');
        }
        if (Protocol::Any === $this->protocol) {
            throw $given->refuse(key: 'protocol', allowed: 'icmp, tcp or udp', advice: 'tcp and udp need a port.');
        }
        if (Protocol::Icmp !== $this->protocol && null === $this->port) {
            throw $given->refuse(key: 'port', allowed: 'a port from 1 to 65535', advice: 'tcp and udp need a port.');
        }
    }
}
