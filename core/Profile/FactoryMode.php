<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** How a unit comes out of the box. */
enum FactoryMode: string
{
    case Static = 'static';
    case Dhcp = 'dhcp';
    case DhcpThenLinkLocal = 'dhcp-then-link-local';
    case DhcpThenStatic = 'dhcp-then-static';
    case LinkLocal = 'link-local';
    case None = 'none';

    /** Ends with an address that the maker chose. */
    public function isFixed(): bool
    {
        return self::Static === $this || self::DhcpThenStatic === $this;
    }
}
