<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\FieldTexts;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Record\Series;

/** The record that lines of a list say, and in what it differs from the planned one. */
final readonly class RecordLinesWriter
{
    public function __construct(private RecordList $list, private FieldTexts $texts) {}

    /**
     * @param array<string, mixed> $before
     * @param string $clear what stands for no value
     *
     * @return array<string, mixed>
     */
    public function record(RecordLines $lines, array $before, string $clear): array
    {
        $record = $this->filled($before, $lines->own, $clear);
        foreach ($lines->inside() as $key => $rows) {
            $known = \is_array($record[$key] ?? null) ? array_values(array_filter($record[$key], \is_array(...))) : [];
            $record[$key] = [];
            foreach ($rows as $index => $texts) {
                array_push($record[$key], ...$this->insiders(key: $key, texts: $texts, known: $known, index: $index, clear: $clear));
            }
        }

        /** @var array<string, mixed> $record */
        return $record;
    }

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $after
     *
     * @return list<string> "Breaker rating, A: 10 → 16", "Ports: 24, until now 8"
     */
    public function changes(RecordLines $lines, array $before, array $after): array
    {
        $changes = [];
        foreach ($lines->own as [$column]) {
            $was = $this->texts->words($column->field, $column->in($before));
            $is = $this->texts->words($column->field, $column->in($after));
            $isItsName = [] === $before && ['name'] === $column->path;
            if ($was !== $is && !$isItsName) {
                $changes[] = $column->heading.': '.('' === $was ? $is : \sprintf('%s → %s', $was, '' === $is ? 'none' : $is));
            }
        }
        foreach (array_keys($lines->inside()) as $key) {
            [$was, $is] = [\count((array) ($before[$key] ?? [])), \count((array) ($after[$key] ?? []))];
            $isChanged = ($before[$key] ?? []) !== $after[$key];
            if ($isChanged) {
                $label = $this->list->type()->fields[$key]->label;
                $changes[] = $label.': '.$is.(0 === $was || $was === $is ? '' : \sprintf(', until now %d', $was));
            }
        }

        return $changes;
    }

    /**
     * A record inside; as many as a range of names has.
     *
     * @param list<array{RecordColumn, string}> $texts
     * @param list<array<array-key, mixed>> $known those that are planned
     *
     * @return list<array<array-key, mixed>>
     */
    private function insiders(string $key, array $texts, array $known, int $index, string $clear): array
    {
        $field = $this->list->type()->fields[$key];
        \assert($field instanceof Records);
        $type = RecordType::fromClass($field->class);
        $names = array_column($known, null, 'name');
        foreach ($texts as $place => [$column, $text]) {
            if ($column->field instanceof Text && $column->field->series) {
                $others = array_values(array_diff_key($texts, [$place => true]));

                return array_map(
                    fn (string $name): array => $this->filled(
                        $names[$name] ?? [$column->path[0] => $name],
                        $others,
                        $clear,
                    ),
                    Series::names($text),
                );
            }
        }
        $name = isset($type->fields['name']) ? self::named($texts) : null;

        return [$this->filled(null === $name ? $known[$index] ?? [] : $names[$name] ?? [], $texts, $clear)];
    }

    /** @param list<array{RecordColumn, string}> $texts */
    private static function named(array $texts): ?string
    {
        foreach ($texts as [$column, $text]) {
            if (['name'] === $column->path) {
                return $text;
            }
        }

        return null;
    }

    /**
     * @param array<array-key, mixed> $record
     * @param list<array{RecordColumn, string}> $texts
     *
     * @return array<array-key, mixed>
     */
    private function filled(array $record, array $texts, string $clear): array
    {
        foreach ($texts as [$column, $text]) {
            $before = $column->in($record);
            if ($text !== $this->texts->shown($column->field, $before)) {
                $value = $text === $clear ? null : $this->texts->value($column->field, $text);
                $record = self::with($record, $column->path, [] === $value ? null : $value);
            }
        }

        return $record;
    }

    /**
     * @param array<array-key, mixed> $record
     * @param list<string> $path
     *
     * @return array<array-key, mixed>
     */
    private static function with(array $record, array $path, mixed $value): array
    {
        $key = array_shift($path);
        if (null === $key) {
            return $record;
        }
        if ([] !== $path) {
            $inside = \is_array($record[$key] ?? null) ? $record[$key] : [];
            $record[$key] = self::with($inside, $path, $value);
        } elseif (null === $value) {
            unset($record[$key]);
        } else {
            $record[$key] = $value;
        }

        return $record;
    }
}
