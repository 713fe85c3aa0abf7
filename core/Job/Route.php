<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Addressing\Ipv4Address;
use Vorhut\Core\Addressing\Ipv4Prefix;
use Vorhut\Core\JobFile\RecordReader;

/** A static route: this prefix is reached by way of that next hop. */
final readonly class Route
{
    public function __construct(public Ipv4Prefix $to, public Ipv4Address $via)
    {
    }

    public static function read(RecordReader $r): self
    {
        return new self(
            $r->parsed('to', Ipv4Prefix::fromString(...)) ?? throw $r->refuse('to', 'a prefix such as 10.47.0.0/16', 'This value is required.'),
            $r->parsed('via', Ipv4Address::fromString(...)) ?? throw $r->refuse('via', 'the address of the next router', 'This value is required.'),
        );
    }
}
