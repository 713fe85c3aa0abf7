<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\Role;

/** A change that this person may not make. Nothing was written. */
final class NotAllowed extends \RuntimeException
{
    /** @param list<string> $lists what it would have changed */
    public static function to(?Role $role, array $lists): self
    {
        return new self(\sprintf(
            'Nothing was changed: this would change %s, which %s may not. Ask a lead.',
            [] === $lists ? 'the switches of the job' : 'the '.implode(' and ', $lists),
            null === $role ? 'who has no role in this job' : 'a '.$role->label(),
        ));
    }
}
