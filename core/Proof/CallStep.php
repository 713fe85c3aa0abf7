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
            self::Fetched => 'Phones have their file',
            self::Registered => 'Phones are registered',
            self::OneSubnet => 'Phone to phone in one subnet',
            self::AcrossSubnets => 'Phone to phone across subnets',
            self::Analogue => 'Analogue to IP',
            self::Services => 'Groups and reception inside',
            self::Outward => 'Out through the trunk',
            self::Inward => 'In through the trunk',
            self::Mailbox => 'Voicemail where nobody answers',
            self::Paging => 'Paging on every horn',
            self::Conference => 'Conference to its licence',
            self::Fax => 'Fax both ways',
            self::Rings => 'Bells, horns and beacons',
            self::Help => 'Help',
        };
    }

    /** What it shows once it works, for somebody who does it the first time. */
    public function shows(): string
    {
        return match ($this) {
            self::Fetched => 'Each asks for its own file and finds its number in it.',
            self::Registered => 'Way and answer between phone and phone system, secret and number.',
            self::OneSubnet => 'Ringing and sound both ways, with no router between.',
            self::AcrossSubnets => 'Routes and filters for ringing and for sound, from either side.',
            self::Analogue => 'The adapter speaks for its line.',
            self::Services => 'The reception answers, a group rings all of its members.',
            self::Outward => 'The route sends the right digits by the right trunk.',
            self::Inward => 'The number stands where it is read, and ends where it should.',
            self::Mailbox => 'Who is away or busy has a mailbox that takes the call.',
            self::Paging => 'Every horn hears it, by group or by call.',
            self::Conference => 'As many sites as are licensed get in, and no more.',
            self::Fax => 'Both sides go over to T.38.',
            self::Rings => 'The phone rings; who stands there says that the horn sounds.',
            self::Help => 'Never dialled to try it: route, number shown and place are read on paper.',
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
