<?php

declare(strict_types=1);

namespace Vorhut\Core\Power;

/** Classes of power over Ethernet, as a port gives it (IEEE 802.3-2022, tables 33-18 and 145-26). */
enum PoeClass: int
{
    case Zero = 0;
    case One = 1;
    case Two = 2;
    case Three = 3;
    case Four = 4;
    case Five = 5;
    case Six = 6;
    case Seven = 7;
    case Eight = 8;

    /** Watts that the port must be able to give. */
    public function portWatts(): float
    {
        return match ($this) {
            self::One => 4.0,
            self::Two => 7.0,
            self::Zero, self::Three => 15.4,
            self::Four => 30.0,
            self::Five => 45.0,
            self::Six => 60.0,
            self::Seven => 75.0,
            self::Eight => 90.0,
        };
    }

    /** Watts that a unit may draw at its socket. */
    public function deviceWatts(): float
    {
        return match ($this) {
            self::One => 3.84,
            self::Two => 6.49,
            self::Zero, self::Three => 12.95,
            self::Four => 25.5,
            self::Five => 40.0,
            self::Six => 51.0,
            self::Seven => 62.0,
            self::Eight => 71.3,
        };
    }

    /** The lowest voltage at the port, of type 1, 2, 3 and 4. */
    public function portVolts(): float
    {
        return match (true) {
            $this->value <= 3 => 44.0,
            $this->value <= 6 => 50.0,
            default => 52.0,
        };
    }

    /** The lowest voltage with which a unit must still work (tables 33-18 and 145-29). */
    public function deviceVolts(): float
    {
        return match (true) {
            $this->value <= 3 => 37.0,
            4 === $this->value => 42.5,
            $this->value <= 6 => 39.9,
            default => 41.1,
        };
    }

    /** Whether all four pairs carry it, which halves the loop. */
    public function isFourPair(): bool
    {
        return $this->value >= 5;
    }
}
