<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How an interface comes to its address. */
enum AddressMode: string implements HasLabel
{
    case Static = 'static';
    case Dhcp = 'dhcp';
    /** Leased, but always the same address for this MAC. */
    case Reserved = 'reserved';
    /** RFC 3927, without any server. */
    case LinkLocal = 'link-local';

    public function label(): string
    {
        return match ($this) {
            self::Static => 'static',
            self::Dhcp => 'DHCP',
            self::Reserved => 'DHCP reservation',
            self::LinkLocal => 'link-local (RFC 3927)',
        };
    }

    /** Whether it asks a DHCP server. */
    public function isLeased(): bool
    {
        return self::Dhcp === $this || self::Reserved === $this;
    }

    /** Whether somebody has to choose the address beforehand. */
    public function needsAddress(): bool
    {
        return self::Static === $this || self::Reserved === $this;
    }
}
