<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** What a unit is fed by. */
enum SupplyKind: string implements HasLabel
{
    case Mains = 'mains';
    case MainsTwo = 'mains-two';
    case ThreePhase = 'three-phase';
    case OwnAdapter = 'adapter';
    case Poe = 'poe';
    case PoePlus = 'poe-plus';
    case PoeFour = 'poe-4';
    case Battery = 'battery';
    case Bus = 'bus';

    /** Power over the cable of the network (IEEE 802.3-2022, clauses 33 and 145). */
    public function isOverCable(): bool
    {
        return \in_array($this, [self::Poe, self::PoePlus, self::PoeFour], true);
    }

    public function label(): string
    {
        return match ($this) {
            self::Mains => 'mains',
            self::MainsTwo => 'mains, two cords',
            self::ThreePhase => 'three-phase mains',
            self::OwnAdapter => 'its own adapter',
            self::Poe => 'network cable, type 1 (IEEE 802.3af)',
            self::PoePlus => 'network cable, type 2 (IEEE 802.3at)',
            self::PoeFour => 'network cable, type 3 or 4 (IEEE 802.3bt)',
            self::Battery => 'battery',
            self::Bus => 'the bus it is connected to',
        };
    }
}
