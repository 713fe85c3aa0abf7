<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** Several values of one sort, in square brackets. */
abstract class Listed extends Field
{
    /** @throws InvalidFile */
    abstract protected function item(mixed $value): mixed;

    /** @return array<string, mixed> */
    abstract protected function itemSchema(): array;

    public function read(mixed $value): mixed
    {
        if (!\is_array($value) || !array_is_list($value)) {
            throw $this->refuse($value);
        }
        $items = [];
        $index = 0;
        try {
            foreach ($value as $index => $item) {
                $items[] = $this->item($item);
            }
        } catch (InvalidFile $e) {
            throw $e->under($this->at($index));
        }

        return $items;
    }

    /** Where an item that was refused stands. */
    protected function at(int $index): string
    {
        return '['.$index.']';
    }

    public function allowed(): string
    {
        return 'a list in square brackets';
    }

    /** @return list<mixed>|null */
    public function absent(array $record): ?array
    {
        return [];
    }

    public function schema(): array
    {
        return ['type' => 'array', 'items' => $this->itemSchema()];
    }

    /** @return list<string> what stands between commas */
    public function typed(string $text): array
    {
        return array_values(array_filter(array_map(trim(...), explode(',', $text)), static fn (string $part): bool => '' !== $part));
    }

    public function shown(mixed $value): string
    {
        return implode(', ', array_filter(\is_array($value) ? $value : [], \is_scalar(...)));
    }
}
