<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** A list of values of an enum. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Choices extends Listed
{
    /** @param class-string<\BackedEnum> $enum */
    public function __construct(private readonly string $enum, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since);
    }

    protected function item(mixed $value): \BackedEnum
    {
        return (\is_string($value) ? $this->enum::tryFrom($value) : null)
            ?? throw InvalidFile::at('', $value, 'a list of '.$this->values());
    }

    /** The list is short enough to be read as a whole. */
    protected function at(int $index): string
    {
        return '';
    }

    protected function itemSchema(): array
    {
        return ['enum' => array_map(static fn (\BackedEnum $c): int|string => $c->value, $this->enum::cases())];
    }

    private function values(): string
    {
        return implode(', ', array_map(static fn (\BackedEnum $c): string => (string) $c->value, $this->enum::cases()));
    }
}
