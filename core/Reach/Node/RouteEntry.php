<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;

/** One line of a host's or router's own table. */
final readonly class RouteEntry
{
    public function __construct(
        public Ipv4Prefix $to,
        public NodePort $port,
        /** Null: the destination itself is looked for on the segment. */
        public ?Ipv4Address $via,
        /** The address the host sends from when it uses this line. */
        public Ipv4Address $source,
    ) {}
}
