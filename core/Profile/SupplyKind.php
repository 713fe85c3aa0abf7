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
            self::MainsTwo => 'mains, two inlets',
            self::ThreePhase => 'three-phase mains',
            self::OwnAdapter => 'power adapter',
            self::Poe => 'PoE type 1 (IEEE 802.3af)',
            self::PoePlus => 'PoE type 2 (IEEE 802.3at)',
            self::PoeFour => 'PoE type 3 or 4 (IEEE 802.3bt)',
            self::Battery => 'battery',
            self::Bus => 'bus power',
        };
    }
}
