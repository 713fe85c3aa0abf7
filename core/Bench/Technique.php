<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

/** Ways of reaching a unit that is still in its factory state. */
enum Technique: string
{
    case AddAddress = 'add-address';
    case BenchLease = 'bench-lease';
    case LinkLocal = 'link-local';
    case AtTheUnit = 'at-the-unit';
    case LabelName = 'label-name';
    case MoveRouter = 'move-router';

    public function title(): string
    {
        return match ($this) {
            self::AddAddress => 'Second IP address on the laptop',
            self::BenchLease => 'Assign an address by DHCP on the bench',
            self::LinkLocal => 'Connect by link-local address',
            self::AtTheUnit => 'Set the address on the device',
            self::LabelName => 'Connect by host name (mDNS)',
            self::MoveRouter => 'Change the LAN subnet of the router temporarily',
        };
    }
}
