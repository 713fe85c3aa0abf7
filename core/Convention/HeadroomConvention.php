<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Headroom on a link. */
enum HeadroomConvention: string implements Convention
{
    case Quarter = 'quarter';
    case Third = 'third';
    case Shared = 'shared';

    public function label(): string
    {
        return match ($this) {
            self::Quarter => '25 %',
            self::Third => '33 %',
            self::Shared => '60 % on a network shared with others',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Quarter => 'Enough where only planned media use the link.',
            self::Third => 'Reserve for unplanned traffic.',
            self::Shared => 'The other users need the rest.',
        };
    }
}
