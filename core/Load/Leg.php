<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

/** A stretch of a stream's way in one segment: from one interface to another. */
final readonly class Leg
{
    public function __construct(
        public string $segment,
        public string $from,
        public int $fromInterface,
        public string $to,
        public int $toInterface,
    ) {
    }
}
