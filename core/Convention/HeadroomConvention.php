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
            self::Quarter => 'a quarter',
            self::Third => 'a third',
            self::Shared => '60 % on a network shared with others',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Quarter => 'Enough where nothing but planned media is on the link.',
            self::Third => 'Leaves room for what nobody has counted.',
            self::Shared => 'Others have the right to the rest.',
        };
    }
}
