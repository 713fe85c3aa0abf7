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
    public static function of(RecordType $type, string $path): string
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
            return $words.' '.self::of(RecordType::of($field->class), $rest);
        }
        if ($field instanceof Records) {
            [$number, $rest] = [...explode(' ', $rest, 2), ''];

            return rtrim($words.' '.$number.' '.self::of(RecordType::of($field->class), $rest));
        }

        return $words.' '.$rest;
    }
}
