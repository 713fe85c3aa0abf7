<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

/** A number between two others. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Number extends Field
{
    public function __construct(private readonly float $min, private readonly float $max, string $label = '', int $since = 1)
    {
        parent::__construct($label, since: $since);
    }

    public function read(mixed $value): float
    {
        if ((!\is_int($value) && !\is_float($value)) || $value < $this->min || $value > $this->max) {
            throw $this->refuse($value);
        }

        return (float) $value;
    }

    public function allowed(): string
    {
        return \sprintf('a number from %s to %s', $this->min, $this->max);
    }

    public function schema(): array
    {
        return ['type' => 'number', 'minimum' => $this->min, 'maximum' => $this->max];
    }

    /** A comma between digits is a decimal sign. */
    public function typed(string $text): float|string|null
    {
        $text = (string) preg_replace('/^(-?\d+),(\d+)$/D', '$1.$2', trim($text));

        return is_numeric($text) ? (float) $text : ('' === $text ? null : $text);
    }

    public function width(): int
    {
        return 10;
    }
}
