<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Query;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Record\Field\Anything;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** Who receives a datagram to a group. */
final readonly class MulticastQuery
{
    public function __construct(
        #[Anything]
        public mixed $id,
        #[Text(required: true)]
        public string $kind,
        #[Text(required: true)]
        public string $from,
        #[Parsed(Ipv4Address::class, required: true, by: 'group', says: 'a group from 224.0.0.0 to 239.255.255.255')]
        public Ipv4Address $group,
        #[WholeNumber(1, 65535, required: true)]
        public int $port,
        #[WholeNumber(1, 255, default: 1)]
        public int $ttl,
    ) {}
}
