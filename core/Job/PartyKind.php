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
}
