<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** Rows of a list that are no units: titles above it, headings within, its head once more, totals. They are named, not swallowed. */
final readonly class AsideRows
{
    private const TOTALS = '/^(grand |sub |sous )?(totals?|sum|summe|zwischensumme|gesamt(summe)?|anzahl|somme|suma|cantidad)\b/';
    /** Where so many of the rows fill so many fields, one that fills a single one is a heading. */
    private const FULL = 0.8;
    private const FIELDS = 3;

    /** @var array<int, string> why, by line */
    private array $why;

    public function __construct(private CsvTable $table, private ListHead $head)
    {
        $why = array_map(static fn (): string => 'stands above the names of the columns', $head->above);
        $below = $this->below();
        $full = \count(array_filter($below, static fn (array $r): bool => self::filled($r) >= self::FIELDS));
        $isFull = $full > 0 && $full >= self::FULL * \count($below);
        foreach ($below as $line => $fields) {
            $reason = match (true) {
                $fields === $head->titles => 'names the columns once more',
                $this->isTotal($fields) => 'is a total',
                $isFull && 1 === self::filled($fields) => 'is a heading',
                default => null,
            };
            if (null !== $reason) {
                $why[$line] = $reason;
            }
        }
        $this->why = $why;
    }

    /** @return array<int, list<string>> the others, by line */
    public function rest(): array
    {
        return array_diff_key($this->below(), $this->why);
    }

    /** @return list<array{line: int, text: string, why: string}> */
    public function left(): array
    {
        $left = [];
        foreach ($this->why as $line => $why) {
            $fields = array_filter($this->table->rows[$line], static fn (string $f): bool => '' !== $f);
            $left[] = ['line' => $line, 'text' => implode(' · ', $fields), 'why' => $why];
        }

        return $left;
    }

    /** @return array<int, list<string>> */
    private function below(): array
    {
        return array_filter($this->table->rows, fn (int $line): bool => $line > $this->head->line, \ARRAY_FILTER_USE_KEY);
    }

    /** @param list<string> $fields */
    private function isTotal(array $fields): bool
    {
        $filled = array_values(array_filter($fields, static fn (string $f): bool => '' !== $f));
        $mac = $this->head->columns['mac'] ?? null;
        $hasMac = null !== $mac && '' !== ($fields[$mac] ?? '');

        return !$hasMac && 1 === preg_match(self::TOTALS, DeviceColumns::plain($filled[0] ?? ''));
    }

    /** @param list<string> $fields */
    private static function filled(array $fields): int
    {
        return \count(array_filter($fields, static fn (string $f): bool => '' !== $f));
    }
}
