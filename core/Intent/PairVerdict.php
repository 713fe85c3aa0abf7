<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Walk\Outcome;
use Vorhut\Core\Reach\Walk\Verdict;

/** How two parties stand to each other, in one word: whether it breaks, and where. */
enum PairVerdict: string
{
    case Through = 'through';
    case CannotSend = 'cannot-send';
    case Filtered = 'filtered';
    case NotFound = 'not-found';
    case NoListener = 'no-listener';
    case NoReply = 'no-reply';
    case OneWay = 'one-way';
    case TwoOwners = 'two-owners';
    case Fades = 'fades';
    case KeptApart = 'kept-apart';
    case Leak = 'leak';
    case Untried = 'untried';

    public function word(): string
    {
        return match ($this) {
            self::Through => 'works',
            self::CannotSend => 'no route at the source',
            self::Filtered => 'filtered',
            self::NotFound => 'unreachable',
            self::NoListener => 'port closed',
            self::NoReply => 'no reply',
            self::OneWay => 'one-way',
            self::TwoOwners => 'duplicate address',
            self::Fades => 'stops after 260 s',
            self::KeptApart => 'blocked as intended',
            self::Leak => 'not blocked',
            self::Untried => 'unknown',
        };
    }

    /** As wanted. */
    public function holds(): bool
    {
        return self::Through === $this || self::KeptApart === $this;
    }

    /** Whether what was sent got to the other side, answered or not. */
    public function arrives(): bool
    {
        return match ($this) {
            self::Through, self::NoReply, self::NoListener, self::OneWay, self::Fades, self::TwoOwners, self::Leak => true,
            self::CannotSend, self::Filtered, self::NotFound, self::KeptApart, self::Untried => false,
        };
    }

    /** Neither as wanted nor unknown. */
    public function fails(): bool
    {
        return !$this->holds() && self::Untried !== $this;
    }

    /** Which family of colour and weight the drawing takes. */
    public function tone(): string
    {
        return match ($this) {
            self::Through, self::KeptApart => 'through',
            self::Fades, self::TwoOwners => 'care',
            self::Untried => 'unknown',
            default => 'broken',
        };
    }

    public static function bothWays(bool $there, bool $back): self
    {
        return match (true) {
            $there && $back => self::Through,
            $there || $back => self::OneWay,
            default => self::NotFound,
        };
    }

    /** @return list<self> what a person can have seen */
    public static function observable(): array
    {
        return [
            self::Through,
            self::NotFound,
            self::NoReply,
            self::OneWay,
            self::CannotSend,
            self::TwoOwners,
            self::Fades,
            self::KeptApart,
            self::Leak,
        ];
    }

    public static function ofVerdict(Verdict $verdict): self
    {
        return match ($verdict->outcome) {
            Outcome::Ok => self::Through,
            Outcome::Refused => self::NoListener,
            Outcome::NoRoute => PathDirection::Request === $verdict->cause?->leg && 1 === \count($verdict->hops)
                ? self::CannotSend
                : self::NotFound,
            Outcome::NoNeighbour => self::NotFound,
            Outcome::Filtered => self::Filtered,
            Outcome::LostReply => self::NoReply,
            Outcome::Ambiguous => self::TwoOwners,
        };
    }

    /** The worst of several: what a person must look at first. */
    public static function worst(self ...$spans): self
    {
        $rank = [
            self::Leak,
            self::CannotSend,
            self::NotFound,
            self::Filtered,
            self::NoReply,
            self::OneWay,
            self::NoListener,
            self::TwoOwners,
            self::Fades,
            self::Untried,
            self::Through,
            self::KeptApart,
        ];
        foreach ($rank as $candidate) {
            if (\in_array($candidate, $spans, true)) {
                return $candidate;
            }
        }

        return self::Untried;
    }
}
