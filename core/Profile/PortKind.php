<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** What is plugged into a socket. */
enum PortKind: string implements HasLabel
{
    case Network = 'network';
    case Power = 'power';
    case Picture = 'picture';
    case Sound = 'sound';
    case Handset = 'handset';
    case PhoneLine = 'phone-line';
    case Contact = 'contact';
    case Serial = 'serial';
    case Usb = 'usb';
    case Antenna = 'antenna';
    case Light = 'light';
    case Bay = 'bay';

    public function label(): string
    {
        return match ($this) {
            self::Network => 'network',
            self::Power => 'power',
            self::Picture => 'picture',
            self::Sound => 'sound',
            self::Handset => 'handset or headset',
            self::PhoneLine => 'telephone line',
            self::Contact => 'contact',
            self::Serial => 'serial',
            self::Usb => 'USB',
            self::Antenna => 'antenna',
            self::Light => 'DMX512',
            self::Bay => 'bay or slot',
        };
    }
}
