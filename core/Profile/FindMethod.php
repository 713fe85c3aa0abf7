<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

/** Ways in which a station finds units. */
enum FindMethod: string
{
    case UnicastList = 'unicast-list';
    case Broadcast = 'broadcast';
    /** DNS-based service discovery (RFC 6763) over multicast DNS (RFC 6762). */
    case MulticastDns = 'multicast-dns';

    public function label(): string
    {
        return match ($this) {
            self::UnicastList => 'by its list of addresses',
            self::Broadcast => 'by broadcast',
            self::MulticastDns => 'by multicast DNS',
        };
    }
}
