<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Query;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Field\Anything;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** Who hears a datagram to everybody, and whose answer comes back. */
final readonly class BroadcastQuery
{
    public function __construct(
        #[Anything]
        public mixed $id,
        #[Text(required: true)]
        public string $kind,
        #[Text(required: true)]
        public string $from,
        #[Parsed(Ipv4Address::class, required: true)]
        public Ipv4Address $to,
        #[WholeNumber(1, 65535, required: true)]
        public int $port,
    ) {}
}
