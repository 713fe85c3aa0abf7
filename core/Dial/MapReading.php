<?php

declare(strict_types=1);

namespace Vorhut\Core\Dial;

/** What digit maps make of the digits so far. */
final readonly class MapReading
{
    /**
     * @param list<int> $matches maps to which they are a whole number, once the timer has run out where the map waits for it
     * @param list<int> $goesOn maps to which a longer number is one that begins with them
     */
    public function __construct(public array $matches, public array $goesOn) {}
}
