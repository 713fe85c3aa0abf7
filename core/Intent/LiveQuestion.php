<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Net\Ipv4Address;

/** What is asked live about one pair of an intent, by planned addresses. */
final readonly class LiveQuestion
{
    public function __construct(
        public string $intent,
        public string $from,
        public string $to,
        public ?ProbeKind $kind,
        public ?Ipv4Address $vantage,
        public ?Ipv4Address $target,
        public int $port,
        /** Why nothing is sent, where nothing is: part of the answer. */
        public string $unasked = '',
        /** The universe that is sent, where one is. */
        public int $universe = 0,
    ) {}

    public function pair(): string
    {
        return $this->from.'>'.$this->to;
    }
}
