<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** Ways in which an intent names its parties. */
enum PartyKind: string
{
    case Device = 'device';
    case Profile = 'profile';
    case Segment = 'segment';
    case Location = 'location';
    case Extension = 'extension';
    case Address = 'address';
    /** A number as it is dialled, whoever has it. */
    case Number = 'number';
    case Trunk = 'trunk';

    /** @return list<string> the lists in which the party named stands; none for an address or a number, which anybody may have */
    public function lists(): array
    {
        return match ($this) {
            self::Device => ['devices', 'routers'],
            self::Profile => ['profiles'],
            self::Segment => ['segments'],
            self::Location => ['locations'],
            self::Extension => ['extensions'],
            self::Trunk => ['trunks'],
            self::Address, self::Number => [],
        };
    }
}
