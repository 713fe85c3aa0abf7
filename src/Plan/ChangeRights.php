<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\App\Entity\Role;
use Vorhut\App\Plan\Effect\Effect;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;

/** Who may make a change: judged by what it would do, whichever button asks for it. */
final class ChangeRights
{
    /** What a technician changes; all other lists are a lead's. */
    private const TECHNICIANS = ['devices', 'intents', 'pairings', 'answers', 'licences'];

    /**
     * @param Role|null $by in the job that would change
     * @param list<Effect> $effects
     */
    public static function allow(?Role $by, ChangeSet $change, array $effects = []): bool
    {
        return true === $by?->reaches(self::needed($change, $effects));
    }

    /**
     * @param list<Effect> $effects
     *
     * @throws NotAllowed
     */
    public static function check(?Role $by, ChangeSet $change, array $effects = []): void
    {
        if (!self::allow($by, $change, $effects)) {
            $lists = array_map(static fn (Edit $e): string => $e->list(), $change->edits);
            throw NotAllowed::to($by, array_values(array_unique(array_diff($lists, self::TECHNICIANS))));
        }
    }

    /** The role that the lists ask for. */
    public static function roleFor(string $list): Role
    {
        return \in_array($list, self::TECHNICIANS, true) ? Role::Technician : Role::Lead;
    }

    /** @param list<Effect> $effects */
    private static function needed(ChangeSet $change, array $effects): Role
    {
        $needed = Role::Technician;
        foreach ($change->edits as $edit) {
            $needed = Role::Lead === self::roleFor($edit->list()) ? Role::Lead : $needed;
        }
        foreach ($effects as $effect) {
            $needed = Role::Lead === $effect->needs() ? Role::Lead : $needed;
        }

        return $needed;
    }
}
