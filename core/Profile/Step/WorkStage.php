<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\HasLabel;

/** Where a step stands in the order of work on a unit. */
enum WorkStage: string implements HasLabel
{
    case Ask = 'ask';
    case Unpack = 'unpack';
    case Mount = 'mount';
    case Power = 'power';
    case Contact = 'contact';
    case Secure = 'secure';
    case Address = 'address';
    case Upkeep = 'upkeep';
    case Role = 'role';
    case Pair = 'pair';
    case Prove = 'prove';
    case HandOver = 'hand-over';

    public function label(): string
    {
        return match ($this) {
            self::Ask => 'Information',
            self::Unpack => 'Unpack',
            self::Mount => 'Mount and cable',
            self::Power => 'Power',
            self::Contact => 'First contact',
            self::Secure => 'Passwords',
            self::Address => 'Address',
            self::Upkeep => 'Firmware, licence, clock',
            self::Role => 'Configuration',
            self::Pair => 'Links with other devices',
            self::Prove => 'Tests',
            self::HandOver => 'Hand over',
        };
    }

    /** From the first to the last. */
    public function rank(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
