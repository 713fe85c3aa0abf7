<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Records;

/** What people call a place in a record: "Interfaces 1 Gateway" for "interfaces 1 gateway". */
final class PathWords
{
    /**
     * @param RecordType<object> $type
     * @param string $path keys and numbers, such as Differences tells them
     */
    public static function words(RecordType $type, string $path): string
    {
        [$key, $rest] = [...explode(' ', $path, 2), ''];
        $field = $type->fields[$key] ?? null;
        if (null === $field) {
            return $path;
        }
        $words = '' === $field->label ? $key : $field->label;
        if ('' === $rest) {
            return $words;
        }
        if ($field instanceof Nested) {
            return $words.' '.self::words(RecordType::fromClass($field->class), $rest);
        }
        if ($field instanceof Records) {
            [$number, $rest] = [...explode(' ', $rest, 2), ''];

            return rtrim($words.' '.$number.' '.self::words(RecordType::fromClass($field->class), $rest));
        }

        return $words.' '.$rest;
    }

    /**
     * What stands there, as people call it: the name of another record, the words of a choice.
     *
     * @param RecordType<object> $type
     * @param \Closure(string, string): ?string $name of a record, by list and id; null where it is gone
     */
    public static function value(RecordType $type, string $path, mixed $value, \Closure $name): string
    {
        [$key, $rest] = [...explode(' ', $path, 2), ''];
        $field = $type->fields[$key] ?? null;
        if ($field instanceof Nested && '' !== $rest) {
            return self::value(RecordType::fromClass($field->class), $rest, $value, $name);
        }
        if ($field instanceof Records && '' !== $rest) {
            return self::value(RecordType::fromClass($field->class), [...explode(' ', $rest, 2), ''][1], $value, $name);
        }
        if (null === $field || !\is_string($value)) {
            return Differences::text($value);
        }
        foreach ($field->references('' === $rest ? $value : [$value]) as $reference) {
            foreach ($reference->lists as $list) {
                $said = $name($list, $value);
                if (null !== $said) {
                    return $said;
                }
            }
        }

        return $field->options()[$value] ?? $value;
    }
}
