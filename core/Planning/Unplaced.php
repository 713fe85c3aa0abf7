<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

/** An interface for which no address was found, and what to do about it. */
final readonly class Unplaced
{
    public function __construct(public string $device, public int $interface, public string $reason) {}
}
