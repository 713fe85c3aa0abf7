<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

use Vorhut\Core\Profile\Step\Who;

/** Whose hands a step needs, and how many of ours. */
enum Staffing: int
{
    case Theirs = 0;
    case One = 1;
    case Two = 2;

    public static function fromWho(Who $who): self
    {
        return match ($who) {
            Who::Anyone, Who::Technician => self::One,
            Who::TwoPeople => self::Two,
            Who::Electrician, Who::Administrator => self::Theirs,
        };
    }

    /** How many of so many technicians: who is alone has to find somebody to lend a hand. */
    public function among(int $technicians): int
    {
        return min($this->value, $technicians);
    }
}
