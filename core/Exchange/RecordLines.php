<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** The lines of a list that are of one record: its own values in the first, those of records inside it in each. */
final class RecordLines
{
    /** @var list<array<string, list<array{RecordColumn, string}>>> texts of records inside, by their key, line by line */
    private array $inside = [];

    /** @param list<array{RecordColumn, string}> $own texts of the record itself, those that are empty left out */
    public function __construct(public readonly int $line, public readonly array $own) {}

    /** @param list<array{RecordColumn, string}> $texts */
    public function addInside(array $texts): void
    {
        $byKey = [];
        foreach ($texts as [$column, $text]) {
            $byKey[(string) $column->inside][] = [$column, $text];
        }
        if ([] !== $byKey) {
            $this->inside[] = $byKey;
        }
    }

    /** @return array<string, list<list<array{RecordColumn, string}>>> texts of each record inside, by the key it stands under */
    public function inside(): array
    {
        $records = [];
        foreach ($this->inside as $line) {
            foreach ($line as $key => $texts) {
                $records[$key][] = $texts;
            }
        }

        return $records;
    }

    /** What its column of this key says; '' for nothing. */
    public function said(string $key): string
    {
        foreach ($this->own as [$column, $text]) {
            if ([$key] === $column->path) {
                return $text;
            }
        }

        return '';
    }
}
