<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\Differences;
use Vorhut\Core\Record\PathWords;

/** What has become of a plan since it was signed, record by record. */
final class PlanDrift
{
    /** @return list<RecordDrift> in the order of the lists */
    public static function between(Job $signed, Job $now): array
    {
        $drifts = [];
        foreach (Lists::all() as $list) {
            [$before, $after] = [$signed->records[$list->name] ?? [], $now->records[$list->name] ?? []];
            $behind = '';
            foreach (array_keys($before + $after) as $id) {
                $fields = [];
                $is = isset($before[$id], $after[$id]) ? 'changed' : (isset($after[$id]) ? 'new' : 'gone');
                foreach ('changed' === $is ? Differences::between($before[$id], $after[$id]) : [] as [$field, $was, $has]) {
                    $fields[] = [
                        PathWords::words($list->type(), $field),
                        PathWords::value($list->type(), $field, $was, self::names($signed)),
                        PathWords::value($list->type(), $field, $has, self::names($now)),
                    ];
                }
                if ('changed' !== $is || [] !== $fields) {
                    $name = $after[$id]['name'] ?? $before[$id]['name'] ?? $id;
                    $name = \is_string($name) ? $name : (string) $id;
                    $back = new Edit(
                        type: $list->type,
                        id: (string) $id,
                        before: $after[$id] ?? null,
                        after: $before[$id] ?? null,
                        behind: 'gone' === $is ? $behind : null,
                    );
                    $drifts[] = new RecordDrift(
                        list: $list->name,
                        id: (string) $id,
                        one: $list->one,
                        name: $name,
                        is: $is,
                        fields: $fields,
                        back: $back,
                    );
                }
                $behind = (string) $id;
            }
        }

        return $drifts;
    }

    /** @return \Closure(string, string): ?string name of a record, by list and id */
    private static function names(Job $job): \Closure
    {
        return static function (string $list, string $id) use ($job): ?string {
            $name = $job->records[$list][$id]['name'] ?? null;

            return \is_string($name) ? $name : null;
        };
    }
}
