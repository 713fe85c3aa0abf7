<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\Job;

/** Askers against asked, in groups: how many pairs of each outcome, whatever the size of the job. */
final readonly class Matrix
{
    public const REST = 'All others';
    /** More rows or columns than these are put together. */
    private const MAX_ROWS = 12;
    private const MAX_COLUMNS = 8;

    /**
     * @param list<string> $rows groups of askers, those with the most failing pairs first where some are put together
     * @param list<string> $columns groups of the asked
     * @param array<string, array<string, array<string, int>>> $cells pairs by row, column and span
     */
    private function __construct(public Axis $axis, public array $rows, public array $columns, public array $cells) {}

    public static function fromProof(Job $job, ProofReport $proof, Axis $axis): self
    {
        /** @var array<array-key, array<array-key, array<string, int>>> $cells names may look like numbers */
        $cells = [];
        $failing = ['row' => [], 'column' => []];
        $grouping = new Grouping($job, $axis);
        foreach ($proof->intents as $prediction) {
            foreach (self::tally($prediction, $grouping) as [$row, $column, $span, $count]) {
                $cells[$row][$column][$span->value] = ($cells[$row][$column][$span->value] ?? 0) + $count;
                $bad = $span->fails() ? $count : 0;
                $failing['row'][$row] = ($failing['row'][$row] ?? 0) + $bad;
                $failing['column'][$column] = ($failing['column'][$column] ?? 0) + $bad;
            }
        }
        $rows = self::shorten($failing['row'], self::MAX_ROWS);
        $columns = self::shorten($failing['column'], self::MAX_COLUMNS);
        $kept = [];
        foreach ($cells as $row => $line) {
            $row = \in_array((string) $row, $rows, true) ? (string) $row : self::REST;
            foreach ($line as $column => $spans) {
                $column = \in_array((string) $column, $columns, true) ? (string) $column : self::REST;
                foreach ($spans as $span => $count) {
                    $kept[$row][$column][$span] = ($kept[$row][$column][$span] ?? 0) + $count;
                }
            }
        }

        return new self($axis, $rows, $columns, $kept);
    }

    /** Null where nobody has anything to ask. */
    public function cell(string $row, string $column): ?MatrixCell
    {
        $counts = $this->cells[$row][$column] ?? [];

        return [] === $counts ? null : MatrixCell::fromCounts($counts);
    }

    /** @return array<array-key, array<string, int>> pairs in one cell, by intent and span */
    public function within(Job $job, ProofReport $proof, string $row, string $column): array
    {
        $grouping = new Grouping($job, $this->axis);
        $within = [];
        foreach ($proof->intents as $id => $prediction) {
            $counts = [];
            foreach (self::tally($prediction, $grouping) as [$r, $c, $span, $count]) {
                if ($this->covers($this->rows, $row, $r) && $this->covers($this->columns, $column, $c)) {
                    $counts[$span->value] = ($counts[$span->value] ?? 0) + $count;
                }
            }
            arsort($counts);
            $within[$id] = $counts;
        }

        return array_filter($within, static fn (array $counts): bool => [] !== $counts);
    }

    /** Whether a pair belongs to a cell. */
    public function holds(Job $job, Pair $pair, string $row, string $column): bool
    {
        return $this->covers($this->rows, $row, $this->axis->groupOf($job, $pair->from))
            && $this->covers($this->columns, $column, $this->axis->groupOf($job, $pair->to));
    }

    /** @param list<string> $shown */
    private function covers(array $shown, string $wanted, string $group): bool
    {
        return self::REST === $wanted ? !\in_array($group, $shown, true) || $group === $wanted : $group === $wanted;
    }

    /** @return iterable<array{string, string, PairVerdict, int}> row, column, span and pairs */
    private static function tally(IntentPrediction $prediction, Grouping $grouping): iterable
    {
        foreach ($prediction->groups as $group) {
            $to = $grouping->apart($group->to);
            $isApart = $group->count === \count($group->from) * \count($group->to);
            foreach ($grouping->apart($group->from) as $row => $askers) {
                foreach ($to as $column => $asked) {
                    $both = $isApart ? 0 : \count(array_intersect_key($askers, $asked));
                    $count = \count($askers) * \count($asked) - $both;
                    if ($count > 0) {
                        yield [(string) $row, (string) $column, $group->span, $count];
                    }
                }
            }
        }
    }

    /**
     * @param array<array-key, int> $failing
     *
     * @return list<string>
     */
    private static function shorten(array $failing, int $max): array
    {
        $names = array_map(strval(...), array_keys($failing));
        if (\count($names) <= $max) {
            natcasesort($names);

            return array_values($names);
        }
        arsort($failing);

        return [...array_map(strval(...), \array_slice(array_keys($failing), 0, $max - 1)), self::REST];
    }
}
