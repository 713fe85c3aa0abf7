<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Record\Field\HasLabel;

/** Ways in which a station finds units. */
enum FindMethod: string implements HasLabel
{
    case UnicastList = 'unicast-list';
    case Broadcast = 'broadcast';
    case DirectedBroadcast = 'directed-broadcast';
    /** DNS-based service discovery (RFC 6763) over multicast DNS (RFC 6762). */
    case MulticastDns = 'multicast-dns';
    case ServiceDiscovery = 'service-discovery';
    case WebServiceDiscovery = 'web-service-discovery';
    /** Sources of light data announce their universes (ANSI E1.31, section 8). */
    case UniverseDiscovery = 'universe-discovery';
    /** Streams announced by their sources (RFC 2974). */
    case SessionAnnouncement = 'session-announcement';
    /** IEEE 802.1AB: heard one hop away. */
    case LinkLayer = 'link-layer';
    /** The unit calls the station. */
    case Registrar = 'registrar';
    /** The DHCP server's answer names the station, and the unit calls it. */
    case DhcpOptions = 'dhcp-options';
    /** The station looks the unit's host name up, then asks it. */
    case Name = 'by-name';

    public function label(): string
    {
        return match ($this) {
            self::UnicastList => 'by address list',
            self::Broadcast => 'by broadcast',
            self::DirectedBroadcast => 'by directed broadcast',
            self::MulticastDns => 'by mDNS',
            self::ServiceDiscovery => 'by simple service discovery',
            self::WebServiceDiscovery => 'by web-service discovery',
            self::UniverseDiscovery => 'by universe discovery',
            self::SessionAnnouncement => 'by session announcement (SAP)',
            self::LinkLayer => 'by link-layer discovery (LLDP)',
            self::Registrar => 'by SIP registration',
            self::DhcpOptions => 'by DHCP',
            self::Name => 'by host name',
        };
    }

    /** The group it is sent to, for those that use one. */
    public function group(): ?Ipv4Address
    {
        $group = match ($this) {
            self::MulticastDns => '224.0.0.251',
            self::ServiceDiscovery, self::WebServiceDiscovery => '239.255.255.250',
            self::UniverseDiscovery => '239.255.250.214',
            self::SessionAnnouncement => '239.255.255.255',
            default => null,
        };

        return null === $group ? null : Ipv4Address::fromString($group);
    }

    /** The port that the standard names; null where the maker does. */
    public function defaultPort(): ?int
    {
        return match ($this) {
            self::MulticastDns => 5353,
            self::ServiceDiscovery => 1900,
            self::WebServiceDiscovery => 3702,
            self::UniverseDiscovery => 5568,
            self::SessionAnnouncement => 9875,
            self::LinkLayer => 0,
            self::Registrar => 5060,
            self::DhcpOptions, self::Name => 80,
            default => null,
        };
    }

    public function defaultProtocol(): Protocol
    {
        return self::DhcpOptions === $this || self::Name === $this ? Protocol::Tcp : Protocol::Udp;
    }

    /** Who listens to the group: the unit to questions, or the station to announcements. */
    public function isAnnounced(): bool
    {
        return \in_array($this, [self::UniverseDiscovery, self::SessionAnnouncement], true);
    }
}
