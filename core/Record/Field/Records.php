<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\RecordType;

/** A list of records inside a record. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Records extends Listed
{
    /** @param class-string $class */
    public function __construct(public readonly string $class, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since);
    }

    protected function item(mixed $value): object
    {
        return RecordType::fromClass($this->class)->read($value);
    }

    public function errors(mixed $value): array
    {
        if (!\is_array($value) || !array_is_list($value)) {
            return parent::errors($value);
        }
        $errors = [];
        foreach ($value as $index => $record) {
            foreach (RecordType::fromClass($this->class)->errors($record) as $error) {
                $errors[] = $error->under('['.$index.']');
            }
        }

        return $errors;
    }

    public function references(mixed $value): iterable
    {
        foreach (\is_array($value) ? array_values($value) : [] as $index => $record) {
            foreach (\is_array($record) ? RecordType::fromClass($this->class)->references($record) : [] as $reference) {
                yield $reference->under('['.$index.']');
            }
        }
    }

    public function ordered(mixed $value): mixed
    {
        $type = RecordType::fromClass($this->class);

        return \is_array($value) && array_is_list($value)
            ? array_map(static fn (mixed $r): mixed => \is_array($r) && !array_is_list($r) ? $type->ordered($r) : $r, $value)
            : $value;
    }

    protected function itemSchema(): array
    {
        return ['$ref' => '#/$defs/'.lcfirst((new \ReflectionClass($this->class))->getShortName())];
    }
}
