<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Record\Field\Field;

/** A column of a list of records: one field of theirs, or of the records inside them. */
final readonly class RecordColumn
{
    /**
     * @param list<string> $path keys from the record to the field
     * @param string|null $inside the key of the records inside, to whose field the rest of the path leads
     * @param list<string> $names headings by which it is known, in small letters
     */
    public function __construct(
        public array $path,
        public Field $field,
        public string $heading,
        public ?string $inside,
        public array $names,
    ) {}

    /** Its value in a record, or in one inside it; null where there is none. */
    public function in(mixed $record): mixed
    {
        foreach ($this->path as $key) {
            $record = \is_array($record) ? $record[$key] ?? null : null;
        }

        return $record;
    }

    /** @param list<string> $names */
    public function called(string $heading, array $names): self
    {
        return new self(path: $this->path, field: $this->field, heading: $heading, inside: $this->inside, names: $names);
    }
}
