<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\JobFile\Json;

/** Edits as the journal keeps them. */
final class StoredEdits
{
    /** @param list<Edit> $edits */
    public static function encode(array $edits): string
    {
        return Json::line(array_map(static fn (Edit $e): array => [$e->collection->value, $e->id, $e->before, $e->after], $edits));
    }

    /** @return list<Edit> */
    public static function decode(string $json): array
    {
        $edits = [];
        /** @var list<array{string, string, array<string, mixed>|null, array<string, mixed>|null}> $stored */
        $stored = Json::decode($json);
        foreach ($stored as [$collection, $id, $before, $after]) {
            $edits[] = new Edit(Collection::from($collection), $id, $before, $after);
        }

        return $edits;
    }
}
