<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Field\PlainText;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;

/** One row of a list: fields by meaning, errors with line and column. */
final readonly class CsvRow
{
    /** @param list<string> $fields */
    public function __construct(
        public int $line,
        private ListHead $head,
        private array $fields,
    ) {}

    /** Null for a field that is empty, a dash, or not in the list at all. */
    public function get(string $column): ?string
    {
        $value = PlainText::typed($this->fields[$this->head->columns[$column] ?? -1] ?? '');

        return '' === $value || '-' === $value || '–' === $value ? null : $value;
    }

    /**
     * @template T
     *
     * @param callable(string): T $parse throws InvalidValue
     *
     * @return T|null
     */
    public function parsed(string $column, callable $parse): mixed
    {
        $value = $this->get($column);

        return null === $value ? null : $this->parse($column, $value, $parse);
    }

    /**
     * @template T
     *
     * @param callable(string): T $parse
     *
     * @return T
     */
    public function parse(string $column, string $value, callable $parse): mixed
    {
        try {
            return $parse($value);
        } catch (InvalidValue $e) {
            throw $this->refuseGiven($column, FileError::show($value), $e->allowed, $e->advice);
        }
    }

    public function refuse(string $column, string $allowed, string $advice = ''): InvalidFile
    {
        return $this->refuseGiven($column, FileError::show($this->get($column)), $allowed, $advice);
    }

    public function refuseGiven(string $column, string $given, string $allowed, string $advice): InvalidFile
    {
        $name = isset($this->head->columns[$column]) ? $this->head->title($this->head->columns[$column]) : $column;

        return new InvalidFile([new FileError(\sprintf('line %d, %s', $this->line, $name), $given, $allowed, $advice)]);
    }
}
