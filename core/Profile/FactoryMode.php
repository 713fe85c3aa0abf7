<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** How a unit comes out of the box. */
enum FactoryMode: string implements HasLabel
{
    case Static = 'static';
    case Dhcp = 'dhcp';
    case DhcpThenLinkLocal = 'dhcp-then-link-local';
    case DhcpThenStatic = 'dhcp-then-static';
    case LinkLocal = 'link-local';
    case None = 'none';

    public function label(): string
    {
        return match ($this) {
            self::Static => 'static address',
            self::Dhcp => 'DHCP',
            self::DhcpThenLinkLocal => 'DHCP, then link-local',
            self::DhcpThenStatic => 'DHCP, then static',
            self::LinkLocal => 'link-local (169.254.0.0/16)',
            self::None => 'none',
        };
    }

    /** Ends with an address that the maker chose. */
    public function isFixed(): bool
    {
        return self::Static === $this || self::DhcpThenStatic === $this;
    }
}
