<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** What becomes of a number that was dialled. */
enum DialVerdict: string
{
    case Routed = 'routed';
    /** Nobody has the number, and no route takes it. */
    case NoRoute = 'no-route';
    /** A route takes it, not from this caller. */
    case NotAllowed = 'not-allowed';
    /** A route takes it, not at this time. */
    case Closed = 'closed';
    /** The route has no trunk. */
    case NoTrunk = 'no-trunk';
    /** The caller or whoever is called cannot register. */
    case NotRegistered = 'not-registered';
    /** The mailbox of whoever is called answers. */
    case Voicemail = 'voicemail';
    /** The number stands where the trunk does not read it. */
    case WrongHeader = 'wrong-header';

    public function holds(): bool
    {
        return self::Routed === $this || self::Voicemail === $this;
    }

    public function label(): string
    {
        return match ($this) {
            self::Routed => 'connected',
            self::NoRoute => 'no route',
            self::NotAllowed => 'not allowed',
            self::Closed => 'outside opening hours',
            self::NoTrunk => 'no trunk',
            self::NotRegistered => 'not registered',
            self::Voicemail => 'goes to voicemail',
            self::WrongHeader => 'called number not read',
        };
    }
}
