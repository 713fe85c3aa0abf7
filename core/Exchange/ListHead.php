<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Job;

/**
 * What the columns of a list hold: by the row that names them, wherever it stands; where a name says nothing by what stands below it;
 * and before all by what somebody said.
 */
final readonly class ListHead
{
    /** A row that names columns stands among the first so many. */
    private const AMONG = 15;

    /**
     * @param int $line the row that names the columns, 0 where none does
     * @param list<string> $titles by column, as they stand there
     * @param array<string, int> $columns by meaning
     * @param array<string, string> $how how each meaning was found: "named", "content" or "said"
     * @param array<int, string> $above rows above it, by line
     */
    private function __construct(
        public int $line,
        public array $titles,
        public array $columns,
        public array $how,
        public array $above,
    ) {}

    /** @param array<int, string> $said meaning by column, '' for a column to be left aside */
    public static function fromTable(CsvTable $table, Job $job, array $said = []): self
    {
        [$line, $named] = self::naming($table);
        $line = 0 === $line ? self::unlike($table, $job) : $line;
        $titles = 0 === $line ? [] : $table->rows[$line];
        $above = [];
        foreach (0 === $line ? [] : $table->rows as $at => $fields) {
            if ($at >= $line) {
                break;
            }
            $above[$at] = trim(implode(' ', $fields));
        }
        $columns = $how = [];
        foreach ($said as $column => $meaning) {
            if ('' !== $meaning) {
                $columns[$meaning] = $column;
                $how[$meaning] = 'said';
            }
        }
        foreach ($named as $column => $meaning) {
            if (!isset($said[$column]) && !isset($columns[$meaning])) {
                $columns[$meaning] = $column;
                $how[$meaning] = 'named';
            }
        }
        $rows = array_filter($table->rows, static fn (int $at): bool => $at > $line, \ARRAY_FILTER_USE_KEY);
        $open = array_diff(range(0, max(0, $table->width() - 1)), $columns, array_keys($said));
        foreach ((new ColumnContent($job, $rows))->recognise(array_values($open), array_keys($columns)) as $meaning => $column) {
            $columns[$meaning] = $column;
            $how[$meaning] = 'content';
        }

        return new self(line: $line, titles: $titles, columns: $columns, how: $how, above: $above);
    }

    /** @return list<string> titles of columns that hold nothing anybody knows */
    public function unknown(): array
    {
        $unknown = array_diff_key($this->titles, array_flip($this->columns));

        return array_values(array_filter($unknown, static fn (string $t): bool => '' !== $t));
    }

    /** Another list of the same kind has the same. */
    public function fingerprint(): string
    {
        return hash('xxh32', implode("\n", $this->titles));
    }

    /** What stands above a column; its letter where nothing does. */
    public function title(int $column): string
    {
        $title = $this->titles[$column] ?? '';

        return '' === $title ? \sprintf('column %s', \chr(\ord('A') + $column % 26)) : $title;
    }

    /** The first row, where it names nothing that is known and holds something else than those below; else 0. */
    private static function unlike(CsvTable $table, Job $job): int
    {
        $line = array_key_first($table->rows) ?? 0;
        $content = new ColumnContent($job, $table->rows);
        foreach ($content->recognise(range(0, max(0, $table->width() - 1)), []) as $meaning => $column) {
            if (!$content->fits($meaning, $table->rows[$line][$column] ?? '')) {
                return $line;
            }
        }

        return 0;
    }

    /**
     * The row with the most names that are known.
     *
     * @return array{int, array<int, string>} its line, 0 where there is none, and meaning by column
     */
    private static function naming(CsvTable $table): array
    {
        $best = [0, []];
        foreach (\array_slice($table->rows, 0, self::AMONG, true) as $line => $fields) {
            $named = DeviceColumns::named($fields);
            if (\count($named) > \count($best[1])) {
                $best = [$line, $named];
            }
        }

        return $best;
    }
}
