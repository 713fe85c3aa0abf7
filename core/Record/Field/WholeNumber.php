<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A whole number between two others. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class WholeNumber extends Field
{
    /**
     * @param int|null $default what stands where nothing is said
     * @param string|null $like the key whose value serves where nothing is said
     */
    public function __construct(
        private readonly int $min,
        private readonly int $max,
        string $label = '',
        array $columns = [],
        int $since = 1,
        bool $required = false,
        private readonly ?int $default = null,
        private readonly ?string $like = null,
    ) {
        parent::__construct($label, $columns, $since, $required);
    }

    public function read(mixed $value): int
    {
        return \is_int($value) && $value >= $this->min && $value <= $this->max ? $value : throw $this->refuse($value);
    }

    public function allowed(): string
    {
        return \sprintf('a whole number from %d to %d', $this->min, $this->max);
    }

    public function absent(array $record): mixed
    {
        return null === $this->like ? $this->default : $record[$this->like] ?? null;
    }

    public function schema(): array
    {
        return ['type' => 'integer', 'minimum' => $this->min, 'maximum' => $this->max];
    }

    public function typed(string $text): int|string|null
    {
        $text = trim($text);

        return 1 === preg_match('/^-?\d{1,9}$/D', $text) ? (int) $text : ('' === $text ? null : $text);
    }

    public function isTechnical(): bool
    {
        return true;
    }

    public function width(): int
    {
        return max(4, \strlen((string) $this->max));
    }
}
