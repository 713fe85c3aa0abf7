<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

use Vorhut\Core\Record\Field\HasLabel;

/** What sort of value a setting takes. */
enum SettingType: string implements HasLabel
{
    case Text = 'text';
    case Whole = 'whole';
    case Decimal = 'decimal';
    case Choice = 'choice';
    case Flag = 'flag';
    case Address = 'address';
    case Prefix = 'prefix';
    case Port = 'port';
    case Host = 'host';
    case Url = 'url';
    case Duration = 'duration';
    case Rate = 'rate';
    case Colour = 'colour';
    case Date = 'date';
    case TimeZone = 'timezone';
    case Device = 'device';
    case DevicePort = 'device-port';
    case Extension = 'extension';
    case Segment = 'segment';
    case Group = 'group';

    public function label(): string
    {
        return match ($this) {
            self::Text => 'text',
            self::Whole => 'a whole number',
            self::Decimal => 'a number',
            self::Choice => 'one of some choices',
            self::Flag => 'on or off',
            self::Address => 'an address',
            self::Prefix => 'a network',
            self::Port => 'a port number',
            self::Host => 'a host name or address',
            self::Url => 'a URL',
            self::Duration => 'a time in seconds',
            self::Rate => 'a rate in kbit/s',
            self::Colour => 'a colour',
            self::Date => 'a date',
            self::TimeZone => 'a time zone',
            self::Device => 'another device',
            self::DevicePort => 'a port of another device',
            self::Extension => 'an extension',
            self::Segment => 'a segment',
            self::Group => 'a group address',
        };
    }

    public function isNumber(): bool
    {
        return \in_array($this, [self::Whole, self::Decimal, self::Port, self::Duration, self::Rate], true);
    }
}
