<?php

declare(strict_types=1);

namespace Vorhut\Core\Air;

/** The stages by which a Wi-Fi phone comes into service (IEEE 802.1X, RFC 3579), each useless without those before it. */
enum AirStage: string
{
    case Network = 'network';
    case Client = 'client';
    case Account = 'account';
    case Method = 'method';
    case Credential = 'credential';
    case Rule = 'rule';
    case Challenge = 'challenge';
    case Accepted = 'accepted';
    case Lease = 'lease';
    case Registered = 'registered';

    public function label(): string
    {
        return match ($this) {
            self::Network => 'associated',
            self::Client => 'RADIUS client known',
            self::Account => 'account found',
            self::Method => 'EAP method agreed',
            self::Credential => 'credential provisioned',
            self::Rule => 'policy matched',
            self::Challenge => 'challenge answered',
            self::Accepted => 'accepted',
            self::Lease => 'DHCP lease',
            self::Registered => 'registered',
        };
    }

    /** What to look at where a phone stops before this one. */
    public function look(): string
    {
        return match ($this) {
            self::Network => 'Check that SSID, security and roaming match, and that no captive portal is set.',
            self::Client => 'Check that the controller is a client of the RADIUS server, with its address and the same shared secret.',
            self::Account => 'Check that the account exists on the server, spelled as on the phone.',
            self::Method => 'Check that the inner and outer EAP methods of the phone are permitted on the server.',
            self::Credential => 'Check that the server may provision the first credential in band.',
            self::Rule => 'Check that the right policy matches: its conditions, its order, and that it permits access.',
            self::Challenge => 'Check that the password matches and the clocks agree: an expired certificate ends the EAP tunnel.',
            self::Accepted => 'Check the reason that the server gives with its Access-Reject.',
            self::Lease => 'Check that the VLAN in the Access-Accept has a DHCP server with free leases.',
            self::Registered => 'Check that the phone system is reachable from that VLAN and knows the extension.',
        };
    }

    public function order(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
