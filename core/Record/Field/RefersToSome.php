<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Reference;

/** Ids of records of another list, in order. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class RefersToSome extends Listed
{
    /** @param string $what what people call a record of that list */
    public function __construct(public readonly string $list, private readonly string $what, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since);
    }

    protected function item(mixed $value): string
    {
        return Slug::is($value) ? $value : throw InvalidFile::at('', $value, \sprintf('the id of a %s', $this->what));
    }

    public function references(mixed $value): iterable
    {
        foreach (\is_array($value) ? array_values($value) : [] as $index => $id) {
            if (\is_string($id)) {
                yield new Reference([$this->list], $id, $this->what, '['.$index.']');
            }
        }
    }

    protected function itemSchema(): array
    {
        return ['$ref' => '#/$defs/slug'];
    }

    public function isTechnical(): bool
    {
        return true;
    }
}
