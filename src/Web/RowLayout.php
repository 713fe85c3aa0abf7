<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\App\Web\View\FormField;

/** How records inside a record stand in a form: in rows under one heading where all their fields fit, else each by itself. */
final readonly class RowLayout
{
    /** Characters, as all figures here. */
    private const MIN_SIZE = 5;
    /** What the frame of a column takes. */
    private const AROUND = 3;
    private const MAX_COLUMNS = 8;
    private const MAX_TABLE = 108;
    private const MAX_NARROW_TABLE = 66;

    /** How many fields stand beside each other under a heading; 0: each row has labels of its own. */
    public int $columns;
    /** Whether they need a wide screen for that. */
    public bool $isWide;
    /** @var non-empty-list<list<FormField>> */
    public array $rows;

    /** @param non-empty-list<list<FormField>> $rows fields of each record, those of a new one last */
    public function __construct(array $rows)
    {
        $rows = array_map(self::flat(...), $rows);
        $widths = self::widths($rows);
        $room = array_sum($widths) + self::AROUND * \count($widths);
        $isTable = $room <= self::MAX_TABLE && self::isTable($rows[0], $widths);
        $this->rows = $isTable ? array_map(static fn (array $row): array => self::sized($row, $widths), $rows) : $rows;
        $this->columns = $isTable ? \count($widths) : 0;
        $this->isWide = $room > self::MAX_NARROW_TABLE;
    }

    /**
     * Fields of records that stand inside a row, among those of the row.
     *
     * @param list<FormField> $fields
     *
     * @return list<FormField>
     */
    private static function flat(array $fields): array
    {
        $flat = [];
        foreach ($fields as $field) {
            $inside = 'rows' === $field->control && [] === $field->blank ? $field->rows[0] ?? [] : [$field];
            array_push($flat, ...array_map(static fn (FormField $f): FormField => $field->isFolded ? $f->folded() : $f, $inside));
        }

        return $flat;
    }

    /**
     * How many characters each column needs that is not folded, by its place among the fields.
     *
     * @param non-empty-list<list<FormField>> $rows
     *
     * @return array<int, int>
     */
    private static function widths(array $rows): array
    {
        $widths = [];
        foreach ($rows as $fields) {
            foreach ($fields as $at => $field) {
                if (!$field->isFolded) {
                    $widths[$at] = max($widths[$at] ?? mb_strlen($field->label), self::MIN_SIZE, $field->width());
                }
            }
        }

        return $widths;
    }

    /**
     * Whether rows can stand under one heading.
     *
     * @param list<FormField> $fields
     * @param array<int, int> $widths
     */
    private static function isTable(array $fields, array $widths): bool
    {
        $shown = array_intersect_key($fields, $widths);
        $isPlain = array_all($shown, static fn (FormField $f): bool => \in_array($f->control, ['text', 'select', 'check'], true));

        return $isPlain
            && \count($shown) > 1
            && \count($shown) <= self::MAX_COLUMNS;
    }

    /**
     * @param list<FormField> $fields
     * @param array<int, int> $widths
     *
     * @return list<FormField>
     */
    private static function sized(array $fields, array $widths): array
    {
        return array_map(
            static fn (FormField $f, int $at): FormField => isset($widths[$at]) ? $f->sized($widths[$at]) : $f,
            $fields,
            array_keys($fields),
        );
    }
}
