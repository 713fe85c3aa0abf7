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

    /** @return list<string> the lists in which the party named stands; none for an address, which anybody may have */
    public function lists(): array
    {
        return match ($this) {
            self::Device => ['devices', 'routers'],
            self::Profile => ['profiles'],
            self::Segment => ['segments'],
            self::Location => ['locations'],
            self::Extension => ['extensions'],
            self::Address => [],
        };
    }
}
