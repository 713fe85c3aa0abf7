<?php

declare(strict_types=1);

namespace Vorhut\Core\Record\Field;

use Vorhut\Core\Record\InvalidFile;

/** A list of values of an enum. */
#[\Attribute(\Attribute::TARGET_PARAMETER)]
final class Choices extends Listed
{
    /**
     * @param class-string<\BackedEnum> $enum
     * @param bool $inARow whether three and more that follow each other are shown as a range
     */
    public function __construct(
        private readonly string $enum,
        string $label = '',
        int $since = 1,
        private readonly bool $inARow = false,
    ) {
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

    /** @return array<string, string> by value */
    public function labels(): array
    {
        return Labels::all($this->enum);
    }

    /** @return list<string> values for the values or words that stand between commas, and for ranges of them such as Mon-Fri */
    public function typed(string $text): array
    {
        $values = [];
        foreach (parent::typed($text) as $part) {
            array_push($values, ...$this->range($part));
        }

        return array_values(array_unique($values));
    }

    /** @return list<string> */
    private function range(string $part): array
    {
        $labels = $this->labels();
        $one = Labels::value($labels, $part);
        $ends = preg_split('/\s*[-\x{2013}]\s*/u', $part, 2);
        if (null !== $one || false === $ends || 2 !== \count($ends)) {
            return [$one ?? $part];
        }
        $values = array_map(strval(...), array_keys($labels));
        $first = array_search(Labels::value($labels, $ends[0]), $values, true);
        $last = array_search(Labels::value($labels, $ends[1]), $values, true);
        if (false === $first || false === $last) {
            return [$part];
        }

        return $first <= $last
            ? \array_slice($values, $first, $last - $first + 1)
            : [...\array_slice($values, $first), ...\array_slice($values, 0, $last + 1)];
    }

    public function shown(mixed $value): string
    {
        $labels = $this->labels();
        $values = array_map(strval(...), array_values(array_filter(\is_array($value) ? $value : [], \is_scalar(...))));
        $first = array_search($values[0] ?? null, array_map(strval(...), array_keys($labels)), true);
        $run = array_map(strval(...), array_keys(\array_slice($labels, (int) $first, \count($values))));
        if ($this->inARow && \count($values) > 2 && $values === $run) {
            return $labels[$values[0]].' – '.$labels[$values[\count($values) - 1]];
        }

        return implode(', ', array_map(static fn (string $v): string => $labels[$v] ?? $v, $values));
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
