<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Frame rate and format. */
enum PictureFormatConvention: string implements Convention
{
    case Dial = 'dial';
    case Page = 'page';

    public function label(): string
    {
        return match ($this) {
            self::Dial => 'by the rotary switch on the device',
            self::Page => 'on the web page',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Dial => 'Visible, and survives a reset; the web page is then read-only.',
            self::Page => 'Changed remotely; the rotary switch must be in the position that enables the web setting.',
        };
    }
}
