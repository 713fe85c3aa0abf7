<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

/** Proofs of telephony in the order in which they are made: what fails early explains what fails later. */
enum CallStep: string
{
    case Fetched = 'fetched';
    case Registered = 'registered';
    case OneSubnet = 'one-subnet';
    case AcrossSubnets = 'across-subnets';
    case Analogue = 'analogue';
    case Services = 'services';
    case Outward = 'outward';
    case Inward = 'inward';
    case Mailbox = 'mailbox';
    case Paging = 'paging';
    case Conference = 'conference';
    case Fax = 'fax';
    case Rings = 'rings';
    case Help = 'help';

    public function title(): string
    {
        return match ($this) {
            self::Fetched => 'Provisioning',
            self::Registered => 'SIP registration',
            self::OneSubnet => 'Internal call, same subnet',
            self::AcrossSubnets => 'Internal call, across subnets',
            self::Analogue => 'Analogue to IP',
            self::Services => 'Ring groups and auto attendant',
            self::Outward => 'Outbound call',
            self::Inward => 'Inbound call',
            self::Mailbox => 'Voicemail',
            self::Paging => 'Paging',
            self::Conference => 'Conference capacity',
            self::Fax => 'Fax',
            self::Rings => 'Ringers, horns and beacons',
            self::Help => 'Emergency call routing',
        };
    }

    /** What it shows once it works, for somebody who does it the first time. */
    public function shows(): string
    {
        return match ($this) {
            self::Fetched => 'Each phone requests its configuration file and finds its extension in it.',
            self::Registered => 'Path, authentication and extension of each phone at its phone system.',
            self::OneSubnet => 'Ringing and audio in both directions, without a router between.',
            self::AcrossSubnets => 'Routes and filters for signalling and audio, from both sides.',
            self::Analogue => 'The adapter registers its line.',
            self::Services => 'The auto attendant answers, a group rings all of its members.',
            self::Outward => 'The route sends the right digits on the right trunk.',
            self::Inward => 'The called number is read from the right header and reaches its destination.',
            self::Mailbox => 'An extension that is busy or not answered has a voicemail box.',
            self::Paging => 'Every horn plays the announcement, by multicast or by call.',
            self::Conference => 'All licensed sites can join, and no more.',
            self::Fax => 'Both ends switch to T.38.',
            self::Rings => 'The phone rings; the person there confirms the horn.',
            self::Help => 'Never dialled as a test: route, caller ID and dispatchable location are checked in the plan.',
        };
    }

    /** The key that tests it live, '' where nothing is ever tried. */
    public function key(): string
    {
        return match ($this) {
            self::Fetched => 'f',
            self::Registered => '1',
            self::OneSubnet => '2',
            self::AcrossSubnets => '3',
            self::Analogue => '4',
            self::Services => '5',
            self::Outward => '6',
            self::Inward => '7',
            self::Mailbox => '8',
            self::Paging => '9',
            self::Conference => 'c',
            self::Fax => 'x',
            self::Rings => 'r',
            self::Help => '',
        };
    }
}
