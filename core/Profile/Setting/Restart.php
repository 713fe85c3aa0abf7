<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Record\Field\HasLabel;

/** What it takes until a unit heeds a new value. */
enum Restart: string implements HasLabel
{
    case None = 'none';
    case Page = 'page';
    case Unit = 'unit';
    case PowerOff = 'power-off';

    public function label(): string
    {
        return match ($this) {
            self::None => 'nothing',
            self::Page => 'this page is saved',
            self::Unit => 'the device restarts',
            self::PowerOff => 'power is cycled',
        };
    }
}
