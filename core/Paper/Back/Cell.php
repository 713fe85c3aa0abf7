<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Net\Ipv4Mask;
use Vorhut\Core\Record\Field\HasLabel;
use Vorhut\Core\Record\Figure;

/** What a cell of a list says about a record, and where it stands in it. */
final readonly class Cell
{
    /**
     * @param string $path names of fields with dots between, {n} for which of several alike
     * @param \Closure(string, mixed, RecordNames): mixed $read what a text that is not empty makes of what stood there
     * @param bool $isKept whether the field stays, with nothing in it, where the cell is emptied
     */
    private function __construct(public string $path, private \Closure $read, private bool $isKept) {}

    public static function text(string $path): self
    {
        return new self($path, static fn (string $text): string => $text, false);
    }

    /** Texts with commas between. */
    public static function texts(string $path): self
    {
        $read = static fn (string $text): array => array_values(array_diff(array_map(trim(...), explode(',', $text)), ['']));

        return new self($path, $read, false);
    }

    public static function whole(string $path): self
    {
        return new self($path, static fn (string $text): int => self::number($text, true), false);
    }

    /** @param float $times by which what is written is multiplied */
    public static function decimal(string $path, float $times = 1.0): self
    {
        return new self($path, static fn (string $text): float => self::number($text, false) * $times, false);
    }

    /** The name of another record. */
    public static function named(string $path, string $list): self
    {
        $read = static fn (string $text, mixed $was, RecordNames $names): string => $names->only($list, $text);

        return new self($path, $read, 'segments' === $list);
    }

    /** @param class-string<\BackedEnum&HasLabel> $choices */
    public static function choice(string $path, string $choices): self
    {
        return new self($path, static function (string $text) use ($choices): int|string {
            foreach ($choices::cases() as $case) {
                if (mb_strtolower($case->label()) === mb_strtolower($text)) {
                    return $case->value;
                }
            }
            $labels = array_map(static fn (HasLabel $c): string => $c->label(), $choices::cases());
            throw new InvalidValue($text, 'one of '.implode(', ', $labels), 'Write it exactly so.');
        }, false);
    }

    /** An address; how long its prefix is stays. */
    public static function address(string $path): self
    {
        return new self($path, static function (string $text, mixed $was): string {
            $length = \is_string($was) ? (explode('/', $was)[1] ?? null) : null;

            return $text.'/'.($length ?? '24');
        }, true);
    }

    /** How long the prefix of an address is, as a mask; the address stays. */
    public static function mask(string $path): self
    {
        return new self($path, static function (string $text, mixed $was): string {
            if (!\is_string($was)) {
                throw new InvalidValue($text, 'nothing without an address', 'Write the address first.');
            }

            return explode('/', $was)[0].'/'.Ipv4Mask::lengthFrom($text);
        }, true);
    }

    /** A value that the field takes as text and checks itself. */
    public static function parsed(string $path): self
    {
        return new self($path, static fn (string $text): string => $text, true);
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return array<string, mixed> the record as it becomes
     *
     * @throws InvalidValue
     */
    public function put(array $record, int $index, string $text, RecordNames $names): array
    {
        /** @var array<string, mixed> $after with the same names of fields */
        $after = $this->within($record, explode('.', str_replace('{n}', (string) $index, $this->path)), $text, $names);

        return $after;
    }

    /**
     * @param array<array-key, mixed> $part
     * @param non-empty-list<string> $steps that still lead on
     *
     * @return array<array-key, mixed>
     *
     * @throws InvalidValue
     */
    private function within(array $part, array $steps, string $text, RecordNames $names): array
    {
        $step = array_shift($steps);
        if ([] !== $steps) {
            $inner = $part[$step] ?? [];

            return \is_array($inner)
                ? [...$part, $step => $this->within($inner, $steps, $text, $names)]
                : throw new InvalidValue($text, 'nothing here', 'The record has no field for it.');
        }
        if ('' === $text && !$this->isKept) {
            unset($part[$step]);

            return $part;
        }
        $value = '' === $text ? null : ($this->read)($text, $part[$step] ?? null, $names);

        return [...$part, $step => $value];
    }

    /** @return ($isWhole is true ? int : float) */
    private static function number(string $text, bool $isWhole): int|float
    {
        $number = Figure::read($text);
        if ($isWhole && floor($number) !== $number) {
            throw new InvalidValue($text, 'a whole number', 'Such as 12.');
        }

        return $isWhole ? (int) $number : $number;
    }
}
