<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\PlanRecord;
use Vorhut\App\Web\LocalTime;

/** Somebody else changed the same record in the meantime. Nothing was written. */
final class EditConflict extends \RuntimeException
{
    private const SENTENCE = '%s changed %s at %s, while you were looking at it. Your value was not saved and nothing of theirs was '
        .'lost: look at the new state, then enter yours again if it still holds.';

    public static function with(PlanRecord $record, string $name, \DateTimeZone $zone): self
    {
        $who = $record->getChangedBy()?->getDisplayName() ?? 'Somebody';
        $when = LocalTime::clock($record->getChangedAt(), $zone);

        return new self(\sprintf(self::SENTENCE, $who, $name, $when));
    }

    public static function gone(string $id): self
    {
        $sentence = '%s no longer exists: somebody removed it while you were looking at it. Nothing was changed.';

        return new self(\sprintf($sentence, $id));
    }

    public static function factsChanged(): self
    {
        return new self(
            'Somebody else changed the job details while you were looking at them. Nothing was saved: what you entered is still here, what'
            .' they entered is in Brief. Save again if yours still holds.',
        );
    }

    public static function stillNamed(): self
    {
        return new self('Something else in the job still refers to it. Change or remove that first; nothing was changed.');
    }

    /** @param bool $undone whether it could be undone, had it not been already */
    public static function notNow(bool $undone): self
    {
        return new self($undone ? 'It is undone already.' : 'Nothing in it can be undone or redone.');
    }

    public static function jobGone(): self
    {
        return new self('This job was removed while you were looking at it. Nothing was changed.');
    }

    /** What a page offered to do has become another thing since. */
    public static function offerChanged(): self
    {
        return new self(
            'The plan has changed while you were looking at it, and with it what is proposed. Nothing was changed: look again.',
        );
    }
}
