<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Parsed;
use Vorhut\Core\Record\Field\ParsedList;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\RecordType;

/** What one may look for in a record: everything in it that is written by hand, however deep it stands. */
final class RecordTexts
{
    /**
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $record
     *
     * @return iterable<array{string, Field, string}> label, with those of the records around it, field and text
     */
    public static function written(RecordType $type, array $record, string $around = ''): iterable
    {
        foreach ($type->fields as $key => $field) {
            $value = $record[$key] ?? null;
            $label = '' === $around ? $field->label : $around.', '.$field->label;
            if ($field instanceof Nested && \is_array($value)) {
                yield from self::written(RecordType::fromClass($field->class), $value, $label);
            } elseif ($field instanceof Records && \is_array($value)) {
                foreach (array_filter($value, \is_array(...)) as $inside) {
                    yield from self::written(RecordType::fromClass($field->class), $inside, $label);
                }
            } elseif (self::isWritten($field)) {
                foreach (array_filter((array) $value, \is_string(...)) as $text) {
                    yield [$label, $field, $text];
                }
            }
        }
    }

    private static function isWritten(Field $field): bool
    {
        return $field instanceof Name
            || $field instanceof Slug
            || $field instanceof Text
            || $field instanceof Texts
            || $field instanceof Parsed
            || $field instanceof ParsedList;
    }
}
