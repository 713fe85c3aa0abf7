<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Record\Field\Parsed;

/** A static route: this prefix is reached by way of that next hop. */
final readonly class Route
{
    public function __construct(
        #[Parsed(Ipv4Prefix::class, 'Destination', required: true, says: 'a prefix such as 10.47.0.0/16')]
        public Ipv4Prefix $to,
        #[Parsed(Ipv4Address::class, 'Next hop', required: true, says: 'the address of the next router')]
        public Ipv4Address $via,
    ) {}
}
