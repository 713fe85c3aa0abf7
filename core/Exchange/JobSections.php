<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;

/** Which lists stand where in a job file, and in which order. */
final class JobSections
{
    /** @return array<string, array<string, RecordList>> lists by section and name, in order */
    public static function all(): array
    {
        $sections = ['' => []];
        foreach (Lists::all() as $list) {
            $sections[$list->section][$list->name] = $list;
        }

        return $sections;
    }

    /** @return list<string> the keys of the file itself, in order */
    public static function rootKeys(): array
    {
        $keys = array_map(static fn (RecordList $l): string => '' === $l->section ? $l->name : $l->section, array_values(Lists::all()));

        return array_values(array_unique(['format', 'version', 'job', ...$keys]));
    }
}
