<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\Reference;

/** The id of a record of another list. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Refers extends Field
{
    /** @param string $what what people call a record of that list */
    public function __construct(
        public readonly string $list,
        private readonly string $what,
        string $label = '',
        array $columns = [],
        int $since = 1,
        bool $required = false,
    ) {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): string
    {
        return Slug::is($value) ? $value : throw $this->refuse($value);
    }

    public function allowed(): string
    {
        return \sprintf('the id of a %s: a slug of small letters, digits, dots, underscores and hyphens', $this->what);
    }

    public function advice(): string
    {
        return 'Such as berth-1.';
    }

    public function references(mixed $value): iterable
    {
        return \is_string($value) ? [new Reference([$this->list], $value, $this->what)] : [];
    }

    public function schema(): array
    {
        return ['$ref' => '#/$defs/slug'];
    }
}
