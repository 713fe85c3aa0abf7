<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Categories of copper cable (ISO/IEC 11801, ANSI/TIA-568). */
enum CableCategory: string implements HasLabel
{
    case Three = '3';
    case Five = '5';
    case FiveE = '5e';
    case Six = '6';
    case SixA = '6a';
    case Seven = '7';
    case Eight = '8';

    public function label(): string
    {
        return 'category '.$this->value;
    }

    /** Of the loop of two pairs, for 100 m (IEEE 802.3, tables 33-1 and 145-1): the oldest has 20, all others 12.5. */
    public function ohmsPer100m(): float
    {
        return self::Three === $this ? 20.0 : 12.5;
    }
}
