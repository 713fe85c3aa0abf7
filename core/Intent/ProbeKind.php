<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Net\Protocol;

/** Ways of asking a unit whether it is there. None of them changes anything. */
enum ProbeKind: string
{
    case Tcp = 'tcp';
    case Http = 'http';
    case Rtsp = 'rtsp';
    /** A stream that is asked for and looked at for a moment. */
    case Watch = 'watch';
    case Poll = 'poll';
    /** SIP OPTIONS, which every agent answers (RFC 3261, section 11). */
    case Sip = 'sip';
    /** Service discovery, asked directly (RFC 6763). */
    case DnsSd = 'dns-sd';
    /** An echo by datagram (RFC 862): what the lab has in place of ICMP, which the kernel answers for all of loopback. */
    case Echo = 'echo';
    /** An echo by ICMP (RFC 792). */
    case Ping = 'ping';
    /** Asks what a clock shows (RFC 5905), and says how far it is from ours. */
    case Ntp = 'ntp';
    /** Registers the asker's extension at its phone system. */
    case Register = 'register';
    /** One short call with sound both ways. */
    case Call = 'call';
    /** One short call with sound both ways, with no phone system between. */
    case Dial = 'dial';
    /** One short call whose sound has to get to whoever is called. */
    case Page = 'page';
    /** A call that goes over to a fax. */
    case Fax = 'fax';
    /** A short call that only has to ring the phone from which a chain of cords leads on. */
    case Ring = 'ring';
    /** A unit's file of settings, which it fetches by HTTP within TLS. */
    case File = 'file';
    /** What a unit says of itself, heard in the station's place (RFC 2974). */
    case Announced = 'announced';
    /** A look that is sent, kept and shown again by a store, or by a node only shown. */
    case Scene = 'scene';
    /** A short stream (RTP, RFC 3550), of which the receiver reports what it heard. */
    case Media = 'media';

    /** Whether it needs what only the lab's plan knows: agents that register and call, or what stands in a file. */
    public function isConversation(): bool
    {
        return \in_array($this, [self::Register, self::Call, self::Dial, self::Page, self::Fax, self::Ring, self::File], true);
    }

    /** What is asked of real units in its place; itself where that is the same. */
    public function onSite(): self
    {
        return match ($this) {
            self::Watch => self::Rtsp,
            self::Echo => self::Ping,
            self::Dial => self::Sip,
            default => $this,
        };
    }

    /** Whether it needs a peer that reports what it heard, or secrets: nothing to ask real units for. */
    public function isOfLab(): bool
    {
        return \in_array($this, [self::Media, self::Watch, self::Scene, self::Announced], true)
            || ($this->isConversation() && self::File !== $this);
    }

    public function protocol(): Protocol
    {
        return match ($this) {
            self::Tcp, self::Http, self::Rtsp, self::Watch, self::File => Protocol::Tcp,
            self::Ping => Protocol::Icmp,
            default => Protocol::Udp,
        };
    }

    public function defaultPort(): int
    {
        return match ($this) {
            self::Tcp, self::Http => 80,
            self::Rtsp, self::Watch => 554,
            self::Poll => 2202,
            self::DnsSd => 5353,
            self::Sip, self::Register, self::Call, self::Dial, self::Page, self::Fax, self::Ring => 5060,
            self::Media => 5004,
            self::Scene => LightData::PORT,
            self::Announced => 9875,
            self::Ntp => 123,
            self::File => 443,
            self::Echo, self::Ping => 7,
        };
    }
}
