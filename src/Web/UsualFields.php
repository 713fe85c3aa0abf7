<?php

declare(strict_types=1);

namespace Vorhut\App\Web;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\RecordType;

/** Which fields the records of a list, and those inside them, usually have in a job: forms show them first, and fold the others. */
final class UsualFields
{
    /** Of all records of its type, from which share on a field is usual. */
    private const SHARE = 0.25;
    /** Fewer are not worth folding. */
    private const MIN = 3;

    /** @var array<class-string, int> */
    private array $totals = [];

    /** @var array<class-string, array<string, int>> how many have a field */
    private array $counts = [];

    private function __construct() {}

    public static function fromList(Job $job, RecordList $list): self
    {
        $usual = new self();
        foreach ($job->records[$list->name] ?? [] as $record) {
            $usual->count($list->type(), $record);
        }

        return $usual;
    }

    /**
     * Keys of the fields that none of these records has, nor must have, and that others of their type seldom have.
     *
     * @param RecordType<object> $type
     * @param list<array<array-key, mixed>> $records
     *
     * @return array<string, true>
     */
    public function folded(RecordType $type, array $records): array
    {
        $total = $this->totals[$type->class] ?? 0;
        $folded = [];
        foreach (0 === $total ? [] : $type->fields as $key => $field) {
            $isGiven = static fn (array $record): bool => self::isGiven($field, $record[$key] ?? null);
            $isUsual = ($this->counts[$type->class][$key] ?? 0) >= self::SHARE * $total;
            if (!$isUsual && !$field->required && !$field instanceof Name && !array_any($records, $isGiven)) {
                $folded[$key] = true;
            }
        }

        return \count($folded) < self::MIN ? [] : $folded;
    }

    /**
     * @param RecordType<object> $type
     * @param array<array-key, mixed> $record
     */
    private function count(RecordType $type, array $record): void
    {
        $this->totals[$type->class] = 1 + ($this->totals[$type->class] ?? 0);
        foreach ($type->fields as $key => $field) {
            $value = $record[$key] ?? null;
            if (!self::isGiven($field, $value)) {
                continue;
            }
            $this->counts[$type->class][$key] = 1 + ($this->counts[$type->class][$key] ?? 0);
            if ($field instanceof Nested && \is_array($value)) {
                $this->count(RecordType::fromClass($field->class), $value);
            }
            if ($field instanceof Records && \is_array($value)) {
                foreach (array_filter($value, \is_array(...)) as $one) {
                    $this->count(RecordType::fromClass($field->class), $one);
                }
            }
        }
    }

    private static function isGiven(Field $field, mixed $value): bool
    {
        return null !== $value && [] !== $value && (\is_array($value) || $field->shown($value) !== $field->shown(null));
    }
}
