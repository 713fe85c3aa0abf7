<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** How an interface comes to its address. */
enum AddressMode: string
{
    case Static = 'static';
    case Dhcp = 'dhcp';
    /** Leased, but always the same address for this MAC. */
    case Reserved = 'reserved';
    /** RFC 3927, without any server. */
    case LinkLocal = 'link-local';

    /** Whether somebody has to choose the address beforehand. */
    public function needsAddress(): bool
    {
        return self::Static === $this || self::Reserved === $this;
    }
}
