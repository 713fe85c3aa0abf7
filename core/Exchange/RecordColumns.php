<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\CallsTo;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Parties;
use Vorhut\Core\Job\Party;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\RecordType;

/** The columns that a list of records may have, made of the declarations of its fields. */
final class RecordColumns
{
    private const BETWEEN = ': ';

    /** @return list<RecordColumn> in the order of the fields, those of records inside last */
    public static function make(RecordList $list): array
    {
        $columns = self::columns($list->type(), [], '', null);
        $counts = array_count_values(array_map(static fn (RecordColumn $c): string => $c->names[0], $columns));
        $inner = array_filter($columns, static fn (RecordColumn $c): bool => null !== $c->inside);
        $outer = array_filter($columns, static fn (RecordColumn $c): bool => null === $c->inside);

        return array_map(
            // What only one is called says which it is without what it stands in.
            static fn (RecordColumn $c): RecordColumn => 1 === $counts[$c->names[0]] ? self::short($c) : self::long($c),
            [...array_values($outer), ...array_values($inner)],
        );
    }

    /**
     * @param list<RecordColumn> $columns
     * @param list<string> $fields of the line that may name them
     *
     * @return array<int, RecordColumn> by their place in the line
     */
    public static function named(array $columns, array $fields): array
    {
        $places = Columns::named(array_map(static fn (RecordColumn $c): array => $c->names, $columns), $fields);
        $named = [];
        foreach ($places as $index => $place) {
            $named[$place] ??= $columns[$index];
        }

        return $named;
    }

    /** What may stand in its cells, for somebody who sees names and never a file. */
    public static function allowed(RecordColumn $column): string
    {
        $field = $column->field;

        return match (true) {
            $field instanceof Slug => 'short name; made of the name where it is left out',
            $field instanceof Name => 'what it is called',
            $field instanceof Flag => 'yes or no',
            $field instanceof Refers => 'name of a '.Lists::named($field->list)->one,
            $field instanceof RefersToSome => 'names of '.Lists::named($field->list)->many.', with ; between',
            $field instanceof Party => 'name of a device, device type, segment, location or extension, or an address',
            $field instanceof Parties => 'the same, with ; between',
            $field instanceof CallsTo => 'extension, or its name',
            [] !== $field->options() => implode(', ', $field->options()),
            default => $field->allowed(),
        };
    }

    /**
     * @param RecordType<object> $type
     * @param list<string> $path
     *
     * @return list<RecordColumn> each named by its own label first, and by all that lead to it second
     */
    private static function columns(RecordType $type, array $path, string $around, ?string $inside): array
    {
        $columns = [];
        foreach ($type->fields as $key => $field) {
            $label = '' === $field->label ? $key : $field->label;
            $long = '' === $around ? $label : $around.self::BETWEEN.$label;
            if ($field instanceof Nested) {
                array_push($columns, ...self::columns(RecordType::fromClass($field->class), [...$path, $key], $long, $inside));
            } elseif ($field instanceof Records && null === $inside) {
                array_push($columns, ...self::columns(RecordType::fromClass($field->class), [], $long, $key));
            } elseif (!$field instanceof Records) {
                $columns[] = new RecordColumn(
                    path: [...$path, $key],
                    field: $field,
                    heading: $long,
                    inside: $inside,
                    names: [mb_strtolower($label), mb_strtolower($long), ...self::others($field, $key, $around)],
                );
            }
        }

        return $columns;
    }

    /** @return list<string> what else it is called; only outside of others, where it cannot be mistaken */
    private static function others(Field $field, string $key, string $around): array
    {
        return '' === $around ? [mb_strtolower($key), ...$field->columns] : [];
    }

    /** Called by its own label. */
    private static function short(RecordColumn $column): RecordColumn
    {
        $at = mb_strrpos($column->heading, self::BETWEEN);

        return false === $at
            ? $column
            : $column->called(mb_substr($column->heading, $at + mb_strlen(self::BETWEEN)), $column->names);
    }

    /** Called by all that leads to it, and by nothing shorter. */
    private static function long(RecordColumn $column): RecordColumn
    {
        return str_contains($column->heading, self::BETWEEN)
            ? $column->called($column->heading, \array_slice($column->names, 1))
            : $column;
    }
}
