<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** One row of a cable list, and what it would do. */
final readonly class CableRow
{
    /** @param "changed"|"same"|"left"|"refused" $does "left" for links, which have a list of their own */
    public function __construct(public int $line, public string $port, public string $does, public string $why) {}
}
