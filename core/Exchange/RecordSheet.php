<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\FieldTexts;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\RecordNames;

/** All records of a list as lines that are read again: those inside a record stand below it, each in a line. */
final class RecordSheet
{
    /** @return list<list<string>> the headings first */
    public static function rows(Job $job, RecordList $list): array
    {
        $columns = RecordColumns::make($list);
        $texts = new FieldTexts($job, new RecordNames($job));
        $rows = [array_map(static fn (RecordColumn $c): string => $c->heading, $columns)];
        foreach ($job->records[$list->name] ?? [] as $id => $record) {
            $record += [$list->key => (string) $id];
            foreach (self::lines($columns, $record) as $values) {
                $rows[] = array_map(
                    static fn (RecordColumn $c, mixed $value): string => null === $value ? '' : $texts->words($c->field, $value),
                    $columns,
                    $values,
                );
            }
        }

        return $rows;
    }

    /**
     * @param list<RecordColumn> $columns
     * @param array<array-key, mixed> $record
     *
     * @return iterable<list<mixed>> a value for each column, line by line
     */
    private static function lines(array $columns, array $record): iterable
    {
        $keys = array_unique(array_map(static fn (RecordColumn $c): string => (string) $c->inside, $columns));
        $counts = array_map(static fn (string $key): int => \is_array($record[$key] ?? null) ? \count($record[$key]) : 0, $keys);
        for ($line = 0; $line < max(1, 0, ...$counts); ++$line) {
            $values = [];
            foreach ($columns as $column) {
                $isFirst = 0 === $line && null === $column->inside;
                $within = \is_array($record[$column->inside] ?? null) ? $record[$column->inside][$line] ?? null : null;
                $values[] = $column->in($isFirst ? $record : $within);
            }
            yield $values;
        }
    }
}
