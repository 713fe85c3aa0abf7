<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Where something was seen: a stand-in that answers in the lab says nothing of the real unit. */
enum SeenIn: string
{
    case Lab = 'lab';
    case Site = 'site';

    public function label(): string
    {
        return match ($this) {
            self::Lab => 'in the lab',
            self::Site => 'on site',
        };
    }

    /** Beside the words, in drawings and tables: open for stand-ins, full for real units. */
    public function mark(): string
    {
        return match ($this) {
            self::Lab => '◇',
            self::Site => '◆',
        };
    }
}
