<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

/** A stretch of a stream's way in one segment: from one interface to another. */
final readonly class FlowLeg
{
    public function __construct(
        public string $segment,
        public string $from,
        public int $fromInterface,
        public string $to,
        public int $toInterface,
    ) {}

    /** One that leads out of the plan: into a segment in which nobody of the plan takes the packets on. */
    public static function out(string $segment, string $from, int $fromInterface): self
    {
        return new self(segment: $segment, from: $from, fromInterface: $fromInterface, to: '', toInterface: 0);
    }

    public function leadsOut(): bool
    {
        return '' === $this->to;
    }
}
