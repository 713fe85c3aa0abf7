<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** What is on the bench: so many ports, so many watts, and every factory address once. */
final class Bench
{
    /** @var array<string, true> factory addresses that a unit on the bench has */
    private array $held = [];

    private float $watts;

    public function __construct(private int $ports, float $watts)
    {
        $this->watts = $watts;
    }

    public function hasRoomFor(UnitWork $unit, float $wattsInAll): bool
    {
        $fits = $unit->watts > $wattsInAll || $unit->watts <= $this->watts;

        return $this->ports > 0 && $fits && ('' === $unit->factory || !isset($this->held[$unit->factory]));
    }

    public function take(UnitWork $unit): void
    {
        --$this->ports;
        $this->watts -= $unit->watts;
        $this->held += '' === $unit->factory ? [] : [$unit->factory => true];
    }

    public function release(UnitWork $unit): void
    {
        ++$this->ports;
        $this->watts += $unit->watts;
        unset($this->held[$unit->factory]);
    }
}
