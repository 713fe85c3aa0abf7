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
            self::Network => 'on the air',
            self::Client => 'controller known',
            self::Account => 'account found',
            self::Method => 'method agreed',
            self::Credential => 'credential given',
            self::Rule => 'rule hit',
            self::Challenge => 'challenge answered',
            self::Accepted => 'accepted',
            self::Lease => 'leased',
            self::Registered => 'registered',
        };
    }

    /** What to look at where a phone stops before this one. */
    public function look(): string
    {
        return match ($this) {
            self::Network => 'Name, security and roaming of the wireless network, and that nothing is asked at layer 3.',
            self::Client => 'Whether the controller stands at the server as a client, with its own address and the same shared secret.',
            self::Account => 'Whether the account exists at the server, written as the phone has it.',
            self::Method => 'Whether inner and outer method of the phone are allowed at the server\'s service.',
            self::Credential => 'Whether the server may give the first credential in band.',
            self::Rule => 'Which rule should match: its conditions, its order, and whether it permits.',
            self::Challenge => 'The password of the account, and the clocks: an old certificate ends the tunnel.',
            self::Accepted => 'What the server says with its refusal.',
            self::Lease => 'The VLAN that comes with the acceptance, and whether a DHCP server leases there.',
            self::Registered => 'The way to the phone system from that VLAN, and whether it knows the number.',
        };
    }

    public function order(): int
    {
        return (int) array_search($this, self::cases(), true);
    }
}
