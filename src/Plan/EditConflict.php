<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\PlanRecord;

/** Somebody else changed the same record in the meantime. Nothing was written. */
final class EditConflict extends \RuntimeException
{
    public static function with(PlanRecord $record, \DateTimeZone $zone): self
    {
        $who = $record->getChangedBy()?->getDisplayName() ?? 'Somebody';
        $when = $record->getChangedAt()?->setTimezone($zone)->format('H:i') ?? 'in the meantime';
        $name = $record->getRecord()['name'] ?? $record->getSlug();

        return new self(\sprintf('%s changed %s at %s, while you were looking at it. Your value was not saved and nothing of theirs was lost: look at the new state, then enter yours again if it still holds.', $who, \is_string($name) ? $name : $record->getSlug(), $when));
    }

    public static function gone(string $id): self
    {
        return new self(\sprintf('%s is not there any more: somebody removed it while you were looking at it. Nothing was changed.', $id));
    }
}
