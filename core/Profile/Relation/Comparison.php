<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Relation;

use Vorhut\Core\Record\Field\HasLabel;

/** In which relation two values must stand. */
enum Comparison: string implements HasLabel
{
    case Equal = 'equal';
    case Different = 'different';
    case Listed = 'listed';
    case Allows = 'allows';
    case AtMost = 'at-most';
    case SameSubnet = 'same-subnet';
    case SameFirmware = 'same-firmware';
    case SameKind = 'same-kind';

    public function label(): string
    {
        return match ($this) {
            self::Equal => 'must be equal',
            self::Different => 'must be different',
            self::Listed => 'must be in the list',
            self::Allows => 'must be accepted',
            self::AtMost => 'must be at most',
            self::SameSubnet => 'must be in one subnet',
            self::SameFirmware => 'must have the same firmware family',
            self::SameKind => 'must be of one device type',
        };
    }

    /** What is said of two values that are, or are not, in this relation; null while one of them is not known. */
    public function verdict(?bool $holds): string
    {
        if (null === $holds) {
            return 'cannot be compared';
        }

        return match ($this) {
            self::Different => $holds ? 'differs' : 'must differ',
            self::AtMost => $holds ? 'is within the limit' : 'exceeds the limit',
            self::Listed => $holds ? 'is in the list' : 'is not in the list',
            default => $holds ? 'matches' : 'does not match',
        };
    }

    /** Compares values of both ends; the others look at the units themselves. */
    public function comparesValues(): bool
    {
        return !\in_array($this, [self::SameSubnet, self::SameFirmware, self::SameKind], true);
    }
}
