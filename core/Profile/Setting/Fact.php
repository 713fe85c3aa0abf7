<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Setting;

/** What the plan knows of a unit, as it stands behind an "@": "address", or "address/projector" for one of its interfaces. */
enum Fact: string
{
    case Address = 'address';
    case Mask = 'mask';
    case PrefixLength = 'prefix-length';
    case Gateway = 'gateway';
    case NameServers = 'dns';
    case FirstNameServer = 'dns-1';
    case TimeServers = 'ntp';
    case FirstTimeServer = 'ntp-1';
    case TimeZone = 'timezone';
    case Mac = 'mac';
    case MacHex = 'mac-hex';
    case Name = 'name';
    case Host = 'host';
    case Serial = 'serial';
    case Kind = 'kind';
    case Place = 'place';
    case Dispatch = 'dispatch';
    case Extension = 'extension';
    case ExtensionName = 'extension-name';
    case Server = 'server';
    case ExtensionCount = 'extension-count';
    case LowestExtension = 'lowest-extension';
    case HighestExtension = 'highest-extension';
    case Group = 'group';
    case Vlan = 'vlan';
    case Headroom = 'headroom';
    case Free = 'free';

    public static function isKnown(string $name): bool
    {
        return null !== self::tryFrom(explode('/', $name)[0]);
    }

    /** For a sentence about what is allowed. */
    public static function names(): string
    {
        return implode(', ', array_map(static fn (self $f): string => '{@'.$f->value.'}', self::cases()));
    }

    public function label(): string
    {
        return match ($this) {
            self::Address => 'its address',
            self::Mask => 'its mask',
            self::PrefixLength => 'its prefix length',
            self::Gateway => 'its gateway',
            self::NameServers, self::FirstNameServer => 'DNS servers of its segment',
            self::TimeServers, self::FirstTimeServer => 'time servers of its segment',
            self::TimeZone => 'time zone of its location or the job',
            self::Mac, self::MacHex => 'its MAC',
            self::Name => 'its name',
            self::Host => 'its host name',
            self::Serial => 'its serial',
            self::Kind => 'its device type',
            self::Place => 'its location',
            self::Dispatch => 'the dispatchable location',
            self::Extension => 'its extension',
            self::ExtensionName => 'the name of its extension',
            self::Server => 'the phone system it registers at',
            self::ExtensionCount => 'how many extensions register here',
            self::LowestExtension => 'the lowest extension that registers here',
            self::HighestExtension => 'the highest extension that registers here',
            self::Group => 'its multicast group',
            self::Vlan => 'the VLAN of its segment',
            self::Headroom => 'headroom of a link',
            self::Free => 'the first free number',
        };
    }
}
