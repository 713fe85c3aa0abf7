<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\App\Web\View\FormField;
use Vorhut\Core\Job\FieldTexts;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\NamedValues;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\OfKind;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\Texts;
use Vorhut\Core\Record\RecordType;
use Vorhut\Core\Record\Series;

/** A form for any type of record, made of the declarations of its fields; and the record made of what was typed into it. */
final readonly class RecordForm
{
    /** Characters. */
    private const USUAL_SIZE = 32;
    private const MAX_SIZE = 80;
    /** More are not looked through in a select. */
    private const MAX_OPTIONS = 60;

    private RecordNames $names;
    private FieldTexts $texts;

    /**
     * @param DeviceProfile|null $kind of the unit that the record is of
     * @param UsualFields|null $usual what is shown first; null: no field is folded
     */
    public function __construct(private Job $job, private ?DeviceProfile $kind = null, private ?UsualFields $usual = null)
    {
        $this->names = new RecordNames($job);
        $this->texts = new FieldTexts($job, $this->names);
    }

    /**
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $record as it stands in the file, or as it was typed
     * @param list<string> $fixed keys that are not asked for
     * @param array<string, true>|null $folded by keys; null: those that this record does not need
     *
     * @return list<FormField>
     */
    public function fields(RecordType $type, array $record, array $fixed = [], string $inside = '', ?array $folded = null): array
    {
        $folded ??= $this->usual?->folded($type, [$record]) ?? [];
        $fields = [];
        foreach ($type->fields as $key => $field) {
            if (\in_array($key, $fixed, true)) {
                continue;
            }
            $name = '' === $inside ? $key : $inside.'['.$key.']';
            $made = $this->field($name, $key, $field, $record[$key] ?? null);
            $fields[] = isset($folded[$key]) ? $made->folded() : $made;
        }

        return $fields;
    }

    /** One field by itself, with the options that the job has for it. */
    public function field(string $name, string $key, Field $field, mixed $value): FormField
    {
        $label = '' === $field->label ? $key : $field->label;
        if ($field instanceof Records) {
            return $this->rows($field, $value, $name, $label);
        }
        if ($field instanceof Nested) {
            $inside = $this->fields(RecordType::fromClass($field->class), \is_array($value) ? $value : [], [], $name);

            return new FormField($name, $label, control: 'rows', rows: [$inside]);
        }
        $options = $this->options($field);
        if ($field instanceof Refers && \count($options) > self::MAX_OPTIONS) {
            return $this->typeAhead($field, $value, $name, $label);
        }
        $text = $this->texts->shown($field, $value);
        $example = $this->texts->example($field);
        $control = match (true) {
            $field instanceof Flag => 'check',
            $field instanceof NamedValues, $field instanceof Texts => 'area',
            [] !== $options || $field instanceof Refers => 'select',
            // Longer than a phone is wide.
            null === $field->width() && !$field instanceof Name && mb_strlen($text) > self::USUAL_SIZE,
            mb_strlen($text) > self::MAX_SIZE => 'area',
            default => 'text',
        };

        return new FormField(
            name: $name,
            label: $label,
            value: $text,
            control: $control,
            technical: $field->isTechnical(),
            options: $options,
            required: $field->required,
            placeholder: $example,
            suggestions: $this->texts->suggestions($field),
            more: ['size' => self::size($field, '' === $text ? $example : $text)],
        );
    }

    /** Of so many records one types a part of the name: a list to choose from comes as one types. */
    private function typeAhead(Refers $field, mixed $value, string $name, string $label): FormField
    {
        $text = $this->texts->named($field, $value);

        return new FormField(
            name: $name,
            label: $label,
            value: $text,
            required: $field->required,
            placeholder: 'start typing a name',
            suggestions: 'names-'.$field->list,
            more: ['size' => self::size($field, $text)],
        );
    }

    /** How many characters its field shows: those of a usual value, and at least those that stand in it. */
    private static function size(Field $field, string $shown): int
    {
        return min(self::MAX_SIZE, max($field->width() ?? self::USUAL_SIZE, mb_strlen($shown) + 2));
    }

    /**
     * The record with what was typed; keys the form does not have stay as they are, those left as they come do not come up.
     *
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $typed texts by key
     * @param array<array-key, mixed> $before
     *
     * @return array<string, mixed>
     */
    public function record(RecordType $type, array $typed, array $before): array
    {
        $record = $before;
        foreach ($type->fields as $key => $field) {
            if (!\array_key_exists($key, $typed) && !$field instanceof Flag) {
                continue;
            }
            $text = $typed[$key] ?? '';
            $isAsItCame = isset($before[$key]) && \is_string($text) && $text === $this->texts->shown($field, $before[$key]);
            if ($isAsItCame && !$field instanceof Flag) {
                continue;
            }
            $value = $this->value($field, $text, $before[$key] ?? null);
            $nothing = null === $value || [] === $value || $text === $field->shown(null);
            if (!$nothing || \array_key_exists($key, $before)) {
                $record[$key] = $value;
            }
        }

        /** @var array<string, mixed> $record */
        return $record;
    }

    private function value(Field $field, mixed $typed, mixed $before): mixed
    {
        if ($field instanceof Nested) {
            $inside = \is_array($before) ? $before : [];

            return $this->record(RecordType::fromClass($field->class), \is_array($typed) ? $typed : [], $inside);
        }
        if ($field instanceof Records) {
            return $this->records(
                RecordType::fromClass($field->class),
                self::only($typed),
                \is_array($before) ? array_values($before) : [],
            );
        }
        $text = \is_string($typed) ? $typed : '';

        return $this->texts->value($field, $text);
    }

    /**
     * Those in which something was left that does not stand in an empty one, in the order in which they came.
     *
     * @param RecordType<object> $type
     * @param array<array-key, array<array-key, mixed>> $typed by the place where each stood before
     * @param list<mixed> $before
     *
     * @return list<array<string, mixed>>
     */
    private function records(RecordType $type, array $typed, array $before): array
    {
        $records = [];
        foreach ($typed as $index => $row) {
            if (self::isGiven($type, $row)) {
                $known = \is_array($before[$index] ?? null) ? $before[$index] : [];
                array_push($records, ...self::series($type, $this->record($type, $row, $known), [] === $known));
            }
        }

        return $records;
    }

    /**
     * Whether something was left in it that does not stand in an empty one, as deep as there are records inside.
     *
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $typed
     */
    private static function isGiven(RecordType $type, array $typed): bool
    {
        foreach ($typed as $key => $value) {
            $field = $type->fields[$key] ?? null;
            $isGiven = match (true) {
                \is_string($value) => '' !== $value && $value !== $field?->shown(null),
                !\is_array($value) => false,
                $field instanceof Nested => self::isGiven(RecordType::fromClass($field->class), $value),
                $field instanceof Records => array_any(
                    self::only($value),
                    static fn (array $row): bool => self::isGiven(RecordType::fromClass($field->class), $row),
                ),
                default => false,
            };
            if ($isGiven) {
                return true;
            }
        }

        return false;
    }

    /**
     * A new row whose name is a range is a row for each of it: "1-24", "A1-A8".
     *
     * @param RecordType<object> $type
     * @param array<string, mixed> $record
     *
     * @return list<array<string, mixed>>
     */
    private static function series(RecordType $type, array $record, bool $isNew): array
    {
        foreach ($isNew ? $type->fields : [] as $key => $field) {
            $name = $record[$key] ?? null;
            if ($field instanceof Text && $field->series && \is_string($name)) {
                return array_map(static fn (string $one): array => [$key => $one] + $record, Series::names($name));
            }
        }

        return [$record];
    }

    /** Those there are, and an empty one beside them. */
    private function rows(Records $field, mixed $value, string $name, string $label): FormField
    {
        $type = RecordType::fromClass($field->class);
        $records = array_map(
            static fn (mixed $record): array => \is_array($record) ? $record : [],
            \is_array($value) ? array_values($value) : [],
        );
        // A column is shown in each row, or in none.
        $folded = $this->usual?->folded($type, $records) ?? [];
        $rows = [];
        foreach ([...$records, []] as $index => $record) {
            $inside = $name.'['.$index.']';
            $rows[] = $this->fields(type: $type, record: $record, inside: $inside, folded: $folded);
        }
        $layout = new RowLayout($rows);
        $rows = $layout->rows;
        $blank = array_pop($rows);

        return new FormField(
            $name,
            $label,
            control: 'rows',
            rows: $rows,
            more: ['columns' => $layout->columns, 'wide' => $layout->isWide],
            blank: array_map(static fn (FormField $f): FormField => $f->unneeded(), $blank),
        );
    }

    /** @return array<array-key, string> */
    private function options(Field $field): array
    {
        $options = $field->options();
        if ($field instanceof OfKind && null !== $this->kind) {
            return ['' => ''] + array_column('slots' === $field->part ? $this->kind->slots : $this->kind->modules, 'name', 'id');
        }
        if ($field instanceof Refers) {
            $options = $this->names->all($field->list);
        }

        return [] === $options || $field->required ? $options : ['' => ''] + $options;
    }

    /** @return array<array-key, array<array-key, mixed>> */
    private static function only(mixed $typed): array
    {
        return array_filter(\is_array($typed) ? $typed : [], \is_array(...));
    }
}
