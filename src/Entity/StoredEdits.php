<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Vorhut\Core\Exchange\Upcasters;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\Json;

/** Edits as the journal keeps them, and as they are read again after a change of shape. */
final class StoredEdits
{
    /** @param list<Edit> $edits */
    public static function encode(array $edits): string
    {
        $stored = static fn (Edit $e): array => [$e->list(), $e->id, $e->before, $e->after, $e->behind, $e->was];

        return Json::line(array_map($stored, $edits));
    }

    /**
     * @param int $shape the version of the job file in which they were written
     *
     * @return list<Edit>
     */
    public static function decode(string $json, Upcasters $upcasters, int $shape): array
    {
        $edits = [];
        /**
         * @var list<array{
         *     string,
         *     string,
         *     array<string, mixed>|null,
         *     array<string, mixed>|null,
         *     4?: string|null,
         *     5?: string|null,
         * }> $stored
         */
        $stored = Json::decode($json);
        foreach ($stored as $entry) {
            [$list, $id, $before, $after] = $entry;
            $edits[] = new Edit(
                type: Edit::typeOf($list),
                id: $id,
                before: $upcasters->raise($list, $before, $shape),
                after: $upcasters->raise($list, $after, $shape),
                behind: $entry[4] ?? null,
                was: $entry[5] ?? null,
            );
        }

        return $edits;
    }
}
