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
            self::Dial => 'by the dial on the unit',
            self::Page => 'by the unit\'s page',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::Dial => 'It can be seen and survives a reset; the page shows it only.',
            self::Page => 'Changed from a desk; the dial must stand where the page decides.',
        };
    }
}
