<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\RecordType;

/** A record inside a record. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Nested extends Field
{
    /** @param class-string $class */
    public function __construct(public readonly string $class, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since);
    }

    public function read(mixed $value): object
    {
        return RecordType::fromClass($this->class)->read($value);
    }

    public function errors(mixed $value): array
    {
        return RecordType::fromClass($this->class)->errors($value);
    }

    public function absent(array $record): object
    {
        return RecordType::fromClass($this->class)->read([]);
    }

    public function allowed(): string
    {
        return 'an object with named values';
    }

    public function ordered(mixed $value): mixed
    {
        return \is_array($value) && !array_is_list($value) ? RecordType::fromClass($this->class)->ordered($value) : $value;
    }

    public function schema(): array
    {
        return ['$ref' => '#/$defs/'.lcfirst((new \ReflectionClass($this->class))->getShortName())];
    }
}
