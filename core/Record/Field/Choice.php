<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** One of the values of an enum. Where its cases have a label(), people see that. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Choice extends Field
{
    /**
     * @param class-string<\BackedEnum> $enum
     * @param \BackedEnum|null $default what stands where nothing is said
     */
    public function __construct(
        private readonly string $enum,
        string $label = '',
        array $columns = [],
        int $since = 1,
        bool $required = false,
        private readonly ?\BackedEnum $default = null,
    ) {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): \BackedEnum
    {
        return (\is_string($value) ? $this->enum::tryFrom($value) : null) ?? throw $this->refuse($value);
    }

    public function allowed(): string
    {
        return 'one of '.implode(', ', $this->values());
    }

    public function absent(array $record): ?\BackedEnum
    {
        return $this->default;
    }

    public function blank(): int|string|null
    {
        return $this->default?->value;
    }

    public function schema(): array
    {
        return ['enum' => $this->values()];
    }

    public function shown(mixed $value): string
    {
        return parent::shown($value ?? $this->default?->value);
    }

    /** Its value in files, or what people see. */
    public function typed(string $text): ?string
    {
        $text = trim($text);

        return '' === $text ? null : Labels::value($this->options(), $text) ?? $text;
    }

    public function options(): array
    {
        return Labels::all($this->enum);
    }

    /** @return list<string> */
    private function values(): array
    {
        return array_map(static fn (\BackedEnum $c): string => (string) $c->value, $this->enum::cases());
    }
}
