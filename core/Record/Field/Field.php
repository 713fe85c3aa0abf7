<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Reference;

/**
 * One key of a record, declared at the parameter of the value object that takes it.
 *
 * From the declaration come the reader, the order of keys in a file, the JSON Schema, the check of references, the columns of
 * lists and the fields of forms.
 */
abstract class Field
{
    /**
     * @param string $label what people call it; its key where it is left out
     * @param list<string> $columns headings under which lists of other people have it, in small letters
     * @param int $since version of the job file that has it first
     * @param bool $required whether null or nothing is refused
     */
    public function __construct(
        public readonly string $label = '',
        public readonly array $columns = [],
        public readonly int $since = 1,
        public readonly bool $required = false,
    ) {}

    /**
     * What the record holds for a value of the file.
     *
     * @param mixed $value never null
     *
     * @throws InvalidFile with a path that begins behind this field's key
     */
    abstract public function read(mixed $value): mixed;

    /**
     * Everything that is wrong with a value, where reading stops at the first.
     *
     * @return list<FileError>
     */
    public function errors(mixed $value): array
    {
        try {
            $this->read($value);
        } catch (InvalidFile $e) {
            return $e->errors;
        }

        return [];
    }

    /** What may stand here, in a sentence about it. */
    abstract public function allowed(): string;

    /** @return array<string, mixed> JSON Schema (2020-12) of a value that is there */
    abstract public function schema(): array;

    /**
     * What the record holds where the file says nothing.
     *
     * @param array<array-key, mixed> $record the others of its keys
     */
    public function absent(array $record): mixed
    {
        return null;
    }

    /** What a new record has here in a file. */
    public function blank(): mixed
    {
        return null;
    }

    /** What else to say where the value is refused. */
    public function advice(): string
    {
        return '';
    }

    /**
     * The records this value names.
     *
     * @return iterable<Reference>
     */
    public function references(mixed $value): iterable
    {
        return [];
    }

    /** The value with the keys of records inside it in their order. */
    public function ordered(mixed $value): mixed
    {
        return $value;
    }

    /** The value of the file for what was typed into a form or stands in a list. */
    public function typed(string $text): mixed
    {
        return '' === trim($text) ? null : trim($text);
    }

    /** The text of a form for a value of the file. */
    public function shown(mixed $value): string
    {
        return \is_scalar($value) ? (string) $value : '';
    }

    /** Whether it is read letter by letter: an address, a serial. */
    public function isTechnical(): bool
    {
        return false;
    }

    /** @return array<string, string> label by value, where only some are allowed */
    public function options(): array
    {
        return [];
    }

    /** @return int|null characters that its longest usual value has; null where it may be a sentence */
    public function width(): ?int
    {
        return null;
    }

    final protected function refuse(mixed $value): InvalidFile
    {
        return InvalidFile::at('', $value, $this->allowed(), $this->advice());
    }
}
