<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

/** One asker and one asked of an intent: ids of nodes, or a bare address where nobody owns it. */
final readonly class Pair
{
    public function __construct(public string $from, public string $to) {}

    /** Reads what key() wrote; of anything else a pair that belongs to no intent. */
    public static function fromKey(string $key): self
    {
        [$from, $to] = [...explode('>', $key, 2), ''];

        return new self($from, $to);
    }

    public function key(): string
    {
        return $this->from.'>'.$this->to;
    }
}
