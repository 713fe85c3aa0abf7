<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

/** One asker and one asked of an intent: ids of nodes, or a bare address where nobody owns it. */
final readonly class Pair
{
    public function __construct(public string $from, public string $to)
    {
    }

    public function key(): string
    {
        return $this->from.'>'.$this->to;
    }
}
