<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc;

use Vorhut\Core\InvalidValue;

/** One thing a calculation takes. */
final readonly class Input
{
    /**
     * @param string $says what it is, with what it may be
     * @param bool|int|float|string|null $default null: it may be left out where another stands for it
     * @param list<string> $options the words it may be; none for numbers
     * @param string $pattern what a text must look like, '' where it is none
     * @param list<self> $columns of each record, where it is a list of them
     */
    private function __construct(
        public string $name,
        public string $unit,
        public string $says,
        public bool|int|float|string|null $default,
        public float $min,
        public float $max,
        public bool $isWhole,
        public array $options,
        public string $pattern = '',
        public array $columns = [],
    ) {}

    public static function number(
        string $name,
        string $unit,
        string $says,
        float $min,
        float $max,
        int|float|null $default = null,
    ): self {
        return new self(name: $name, unit: $unit, says: $says, default: $default, min: $min, max: $max, isWhole: false, options: []);
    }

    public static function whole(string $name, string $unit, string $says, int $min, int $max, ?int $default = null): self
    {
        return new self(name: $name, unit: $unit, says: $says, default: $default, min: $min, max: $max, isWhole: true, options: []);
    }

    /** @param non-empty-list<string> $options */
    public static function word(string $name, string $says, array $options, string $default): self
    {
        return new self(name: $name, unit: '', says: $says, default: $default, min: 0, max: 0, isWhole: false, options: $options);
    }

    public static function flag(string $name, string $says): self
    {
        return new self(name: $name, unit: '', says: $says, default: false, min: 0, max: 0, isWhole: false, options: []);
    }

    /** @param string $pattern the whole text */
    public static function text(string $name, string $says, string $pattern): self
    {
        return new self(name: $name, unit: '', says: $says, default: null, min: 0, max: 0, isWhole: false, options: [], pattern: $pattern);
    }

    /** @param non-empty-list<self> $columns what each record takes */
    public static function records(string $name, string $says, array $columns): self
    {
        return new self(
            name: $name,
            unit: '',
            says: $says,
            default: null,
            min: 0,
            max: 0,
            isWhole: false,
            options: [],
            pattern: '',
            columns: $columns,
        );
    }

    public function isFlag(): bool
    {
        return \is_bool($this->default);
    }

    public function isNumber(): bool
    {
        return !$this->isFlag() && [] === $this->options && '' === $this->pattern && [] === $this->columns;
    }

    /**
     * @return bool|int|float|string|list<Inputs>
     *
     * @throws InvalidValue
     */
    public function read(mixed $value): bool|int|float|string|array
    {
        if ([] !== $this->columns && \is_array($value) && array_is_list($value)) {
            return array_map($this->readRecord(...), $value);
        }
        if ('' !== $this->pattern && \is_string($value) && 1 === preg_match($this->pattern, $value)) {
            return $value;
        }
        if ($this->isFlag() && \is_bool($value)) {
            return $value;
        }
        if ([] !== $this->options && \is_string($value)) {
            return $value;
        }
        if ($this->isNumber() && (\is_int($value) || \is_float($value))) {
            $isFit = $value >= $this->min && $value <= $this->max && (!$this->isWhole || (float) $value === floor((float) $value));
            if ($isFit) {
                return $this->isWhole ? (int) $value : $value;
            }
        }

        throw new InvalidValue(
            \is_scalar($value) ? var_export($value, true) : get_debug_type($value),
            $this->allowed(),
            \sprintf('"%s" is %s.', $this->name, $this->says),
        );
    }

    public function allowed(): string
    {
        return match (true) {
            $this->isFlag() => 'true or false',
            [] !== $this->options => 'one of '.implode(', ', $this->options),
            [] !== $this->columns => 'a list of objects with '.implode(', ', array_column($this->columns, 'name')),
            '' !== $this->pattern => 'a text',
            default => \sprintf('a %s from %s to %s', $this->isWhole ? 'whole number' : 'number', $this->min, $this->max),
        };
    }

    /** @throws InvalidValue */
    private function readRecord(mixed $record): Inputs
    {
        $about = new CalculationAbout(id: $this->name, name: $this->name, standard: '', inputs: $this->columns, outputs: []);

        return \is_array($record) && ([] === $record || !array_is_list($record))
            ? Inputs::read($about, $record)
            : throw new InvalidValue(get_debug_type($record), $this->allowed(), \sprintf('"%s" is %s.', $this->name, $this->says));
    }
}
