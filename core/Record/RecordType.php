<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

use Vorhut\Core\Record\Field\Field;

/**
 * How one type of record stands in a file: made once of the fields declared at its value object's constructor, in their order.
 *
 * @template-covariant T of object
 */
final class RecordType
{
    /** Keys that begin so are anybody's and pass untouched. */
    public const OWN = 'x-';

    /** @var array<class-string, self<object>> */
    private static array $types = [];

    /** @var array<string, Field> by key */
    public readonly array $fields;

    private readonly bool $checked;

    /** @param class-string<T> $class */
    private function __construct(public readonly string $class)
    {
        $fields = [];
        foreach ((new \ReflectionClass($class))->getConstructor()?->getParameters() ?? [] as $parameter) {
            foreach ($parameter->getAttributes(Field::class, \ReflectionAttribute::IS_INSTANCEOF) as $attribute) {
                $fields[$parameter->getName()] = $attribute->newInstance();
            }
        }
        $this->fields = $fields;
        $this->checked = is_a($class, Checked::class, true);
    }

    /**
     * @template C of object
     *
     * @param class-string<C> $class a value object with declared fields
     *
     * @return self<C>
     */
    public static function fromClass(string $class): self
    {
        /** @var self<C> $type */
        $type = self::$types[$class] ??= new self($class);

        return $type;
    }

    /**
     * @return T
     *
     * @throws InvalidFile with paths that begin behind the record's own
     */
    public function read(mixed $data): object
    {
        $record = self::named($data);
        if (is_a($this->class, Completed::class, true)) {
            $record = $this->class::complete($record);
        }
        $arguments = [];
        $key = '';
        try {
            foreach ($this->fields as $key => $field) {
                $value = $record[$key] ?? null;
                if (null !== $value) {
                    $arguments[] = $field->read($value);
                } elseif ($field->required) {
                    throw InvalidFile::at('', null, $field->allowed(), 'This value is required.');
                } else {
                    $arguments[] = $field->absent($record);
                }
            }
        } catch (InvalidFile $e) {
            throw $e->under('.'.$key);
        }
        self::refuseOthers($record, $this->fields, '');
        $object = new $this->class(...$arguments);
        if ($this->checked) {
            \assert($object instanceof Checked);
            $object->check(new RawRecord($record));
        }

        return $object;
    }

    /**
     * Everything that is wrong with a record, where reading stops at the first.
     *
     * @return list<FileError> with paths that begin behind the record's own
     */
    public function errors(mixed $data): array
    {
        $errors = [];
        try {
            $record = self::named($data);
        } catch (InvalidFile $e) {
            return $e->errors;
        }
        if (is_a($this->class, Completed::class, true)) {
            $record = $this->class::complete($record);
        }
        foreach ($this->fields as $key => $field) {
            $value = $record[$key] ?? null;
            $isMissing = null === $value && $field->required;
            $missing = new FileError('', 'null', $field->allowed(), 'This value is required.');
            foreach ($isMissing ? [$missing] : (null === $value ? [] : $field->errors($value)) as $error) {
                $errors[] = $error->under('.'.$key);
            }
        }
        if ([] !== $errors) {
            return $errors;
        }
        try {
            $this->read($data);
        } catch (InvalidFile $e) {
            return $e->errors;
        }

        return [];
    }

    /**
     * Refuses keys nobody asked for.
     *
     * @param array<array-key, mixed> $record
     * @param array<string, mixed> $known by key
     *
     * @throws InvalidFile
     */
    public static function refuseOthers(array $record, array $known, string $path): void
    {
        foreach (array_diff_key($record, $known) as $key => $value) {
            $key = (string) $key;
            if (!str_starts_with($key, self::OWN)) {
                $near = Nearest::to($key, array_keys($known), 2);
                $advice = null === $near ? 'Keys of your own begin with "x-".' : \sprintf('Did you mean "%s"?', $near);
                throw InvalidFile::at($path.'.'.$key, $value, 'one of the keys '.implode(', ', array_keys($known)), $advice);
            }
        }
    }

    /**
     * The record with its keys in their order, those of records inside it too; others behind them as they came.
     *
     * @param array<array-key, mixed> $record
     *
     * @return array<array-key, mixed>
     */
    public function ordered(array $record): array
    {
        $ordered = [];
        foreach ($this->fields as $key => $field) {
            if (\array_key_exists($key, $record)) {
                $ordered[$key] = $field->ordered($record[$key]);
            }
        }

        return $ordered + $record;
    }

    /** @return array<string, mixed> a new record, with the keys that lists of other people have a column for */
    public function blank(): array
    {
        return array_map(
            static fn (Field $f): mixed => $f->blank(),
            array_filter($this->fields, static fn (Field $f): bool => [] !== $f->columns),
        );
    }

    /**
     * The records that this one names.
     *
     * @param array<array-key, mixed> $record
     *
     * @return iterable<Reference>
     */
    public function references(array $record): iterable
    {
        foreach ($this->fields as $key => $field) {
            if (isset($record[$key])) {
                foreach ($field->references($record[$key]) as $reference) {
                    yield $reference->under('.'.$key);
                }
            }
        }
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws InvalidFile unless it is an object, or an empty list that may be one
     */
    public static function named(mixed $data): array
    {
        if ($data instanceof \stdClass) {
            $data = (array) $data;
        }
        if (!\is_array($data) || ([] !== $data && array_is_list($data))) {
            throw InvalidFile::at('', $data, 'an object with named values', 'Put the values in braces.');
        }

        return $data;
    }
}
