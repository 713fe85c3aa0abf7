<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Figure;
use Vorhut\Core\Record\InvalidFile;

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
            throw InvalidFile::at('', $value, $this->allowed(), \is_string($value) ? Figure::choice($value) : '');
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

    /** With a decimal comma, too; what may be two numbers stays as it is written, and is refused. */
    public function typed(string $text): float|string|null
    {
        $text = trim($text);
        try {
            return '' === $text ? null : Figure::read($text);
        } catch (InvalidValue) {
            return $text;
        }
    }

    public function width(): int
    {
        return 10;
    }
}
