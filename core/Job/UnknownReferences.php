<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\RecordType;

/** What a record names that nothing in the job is called, or several are, in words for who typed it. */
final readonly class UnknownReferences
{
    public function __construct(private RecordNames $names) {}

    /**
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $record
     *
     * @return list<FileError> with paths that begin behind the record's own
     */
    public function errors(RecordType $type, array $record): array
    {
        $errors = [];
        foreach ($type->fields as $key => $field) {
            foreach ($this->inField($field, $record[$key] ?? null) as $error) {
                $errors[] = $error->under('.'.$key);
            }
        }

        return $errors;
    }

    /** @return iterable<FileError> */
    private function inField(Field $field, mixed $value): iterable
    {
        if ($field instanceof Nested && \is_array($value)) {
            yield from $this->errors(RecordType::fromClass($field->class), $value);
        }
        if ($field instanceof Records && \is_array($value)) {
            $type = RecordType::fromClass($field->class);
            foreach (array_filter(array_values($value), \is_array(...)) as $index => $record) {
                foreach ($this->errors($type, $record) as $error) {
                    yield $error->under('['.$index.']');
                }
            }
        }
        if ($field instanceof Refers || $field instanceof RefersToSome) {
            foreach (\is_array($value) ? $value : [$value] as $id) {
                if (\is_string($id) && !isset($this->names->all($field->list)[$id])) {
                    yield $this->error($field->list, $id);
                }
            }
        }
    }

    private function error(string $list, string $text): FileError
    {
        $allowed = \sprintf('the name of a %s of this job', Lists::named($list)->one);

        return new FileError('', FileError::show($text), $allowed, $this->names->advice($list, $text));
    }
}
