<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Record\Figure;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/**
 * Reads an exported list that somebody else has edited: cells that differ from the plan become changes.
 * Rows are known by the mark in their last column. A row that is missing changes nothing, nor does a column.
 */
final class ListReimport
{
    /** Heading of the column with marks. */
    public const MARK = 'Row';
    /** What headings are called now, by what they were called. */
    private const FORMER = [
        'Bears °C' => ['Rated to °C'],
        'Digits' => ['Digit map'],
        'Digits in front' => ['Prefix'],
        'Digits off' => ['Digits to strip'],
        'Fed by' => ['Source'],
        'For' => ['Devices'],
        'Gets to °C' => ['Maximum °C'],
        'How many' => ['Quantity'],
        'Kind' => ['Device type', 'Type'],
        'Least of all' => ['Limited by'],
        'Lifted by' => ['People to lift'],
        'Network' => ['Segment'],
        'Number' => ['Extension'],
        'Otherwise' => ['Outside hours'],
        'Place' => ['Location'],
        'Registers at' => ['SIP registrar'],
        'Rings' => ['Device'],
        'Runs only at' => ['Active only at'],
        'Sent as' => ['Delivery'],
        'Serial' => ['Serial number'],
        'Sort' => ['Type'],
        'Unit' => ['Device'],
        'Units' => ['Devices', 'Rack units'],
        'Wanted' => ['Planned'],
        'Way' => ['Direction'],
        'What' => ['Device'],
        'Who may' => ['Callers'],
        'Without a figure' => ['Without consumption'],
    ];

    private readonly RecordNames $names;

    /** @var array<string, Line> by mark */
    private readonly array $lines;

    /** @var array<string, true> cells of rows that have no mark, for nothing of them is read */
    private readonly array $fixed;

    /** @var array<class-string, array<array-key, array<string, mixed>>> records as they become, by kind and id */
    private array $after = [];

    public function __construct(private readonly Job $job, private readonly Reimportable $paper)
    {
        $this->names = new RecordNames($job);
        $lines = $fixed = [];
        foreach ($paper->lines($job) as $line) {
            if (null === $line->of) {
                $fixed[serialize($line->cells)] = true;
            } else {
                $lines[$line->of->mark()] = $line;
            }
        }
        $this->lines = $lines;
        $this->fixed = $fixed;
    }

    /**
     * @throws InvalidFile for a text without its headings
     */
    public function read(string $text): BackList
    {
        $this->after = [];
        $heads = null;
        $read = [];
        foreach (CsvTable::parse($text)->rows as $number => $fields) {
            $fields = array_map(trim(...), $fields);
            if (null === $heads) {
                $heads = \in_array(self::MARK, $fields, true) ? array_flip($this->today($fields)) : null;
            } elseif ([] !== array_diff($fields, [''])) {
                $read[$number] = array_map(static fn (int $at): string => $fields[$at] ?? '', $heads);
            }
        }
        if (null === $heads) {
            $allowed = \sprintf('a line with the headings, "%s" among them', self::MARK);
            throw InvalidFile::at('line 1', '', $allowed, 'Export the list again and keep its last column: it identifies the rows.');
        }

        $twice = self::twice($read);
        $rows = [];
        foreach ($read as $number => $said) {
            $lines = $twice[$said[self::MARK]] ?? [];
            $rows[] = [] === $lines ? $this->row($number, $said) : self::refused($number, $said, $lines);
        }

        return new BackList($rows, new ChangeSet(\sprintf('%s, as it came back', $this->paper->title()), $this->edits()));
    }

    /**
     * Headings as they are called now: lists that were exported before they were renamed are read as well.
     *
     * @param list<string> $heads
     *
     * @return list<string>
     */
    private function today(array $heads): array
    {
        $known = $this->paper->heads();

        return array_map(
            static fn (string $head): string => \in_array($head, $known, true)
                ? $head
                : array_find(self::FORMER[$head] ?? [], static fn (string $now): bool => \in_array($now, $known, true)) ?? $head,
            $heads,
        );
    }

    /**
     * Marks that several rows have which do not say the same: nobody knows which is right.
     *
     * @param array<int, array<array-key, string>> $read cells by heading, by line
     *
     * @return array<string, list<int>> lines, by mark
     */
    private static function twice(array $read): array
    {
        $lines = $said = [];
        foreach ($read as $number => $cells) {
            $mark = $cells[self::MARK];
            $lines[$mark][] = $number;
            $said[$mark][implode("\n", $cells)] = true;
        }

        return array_filter(
            $lines,
            static fn (int|string $mark): bool => '' !== $mark && \count($said[$mark]) > 1,
            \ARRAY_FILTER_USE_KEY,
        );
    }

    /**
     * @param array<array-key, string> $said by heading
     * @param list<int> $lines
     */
    private static function refused(int $number, array $said, array $lines): BackRow
    {
        $name = array_values(array_diff($said, ['', $said[self::MARK]]))[0] ?? '';
        $why = \sprintf('Lines %s are of the same row and say different things. Keep one of them.', implode(', ', $lines));

        return new BackRow($number, $name, BackRow::REFUSED, [$why]);
    }

    /** @return list<Edit> */
    private function edits(): array
    {
        $edits = [];
        foreach ($this->after as $type => $records) {
            foreach ($records as $id => $record) {
                $edits[] = new Edit($type, (string) $id, $this->job->record($type, (string) $id), $record);
            }
        }

        return $edits;
    }

    /** @param array<array-key, string> $said by heading */
    private function row(int $number, array $said): BackRow
    {
        $mark = $said[self::MARK];
        $name = array_values(array_diff($said, ['', $mark]))[0] ?? '';
        $line = $this->lines[$mark] ?? null;
        if (null === $line?->of) {
            return $this->unmarked($number, $name, $said);
        }
        $changed = $this->changed($line, $said);
        try {
            $why = [];
            foreach ($changed as $head => [$was, $is]) {
                $why[] = \sprintf('%s: %s → %s', $head, '' === $was ? 'nothing' : $was, '' === $is ? 'nothing' : $is);
            }
            $this->take($line->of, $changed);
        } catch (InvalidValue $e) {
            return new BackRow($number, $name, BackRow::REFUSED, [$e->getMessage()]);
        } catch (InvalidFile $e) {
            return new BackRow($number, $name, BackRow::REFUSED, array_map(self::say(...), $e->errors));
        }

        return new BackRow($number, $name, [] === $why ? BackRow::SAME : BackRow::CHANGED, $why);
    }

    /** @param array<array-key, string> $said by heading */
    private function unmarked(int $number, string $name, array $said): BackRow
    {
        $cells = array_map(static fn (string $head): string => self::plain($said[$head] ?? ''), $this->paper->heads());
        if (isset($this->fixed[serialize($cells)])) {
            return new BackRow($number, $name, BackRow::SAME, []);
        }
        $why = '' === $said[self::MARK]
            ? 'A row without a mark is not taken from here: add or change it on its own page, or as a device list.'
            : 'Nothing in the plan has this mark any more.';

        return new BackRow($number, $name, BackRow::REFUSED, [$why]);
    }

    private static function say(FileError $error): string
    {
        return rtrim(\sprintf('%s was given; allowed is %s. %s', $error->given, $error->allowed, $error->advice));
    }

    /**
     * @param array<array-key, string> $said
     *
     * @return array<string, array{string, string}> what stood there and what stands there now, by heading
     */
    private function changed(Line $line, array $said): array
    {
        $changed = [];
        foreach ($this->paper->heads() as $index => $head) {
            $was = $line->cells[$index];
            $is = self::plain($said[$head] ?? $was);
            // Numbers are compared as numbers, texts letter by letter: 00 is not 0, and 007 is not 7.
            $isFigure = \in_array($head, $this->paper->figures(), true);
            if (self::plain($was) !== $is && !($isFigure && Figure::isSame(self::plain($was), $is))) {
                $changed[$head] = [$was, $is];
            }
        }

        return $changed;
    }

    /** Without the mark by which spreadsheets are told that something is no formula. */
    private static function plain(string $text): string
    {
        return 1 === preg_match("/^'[=+\\-@\\t\\r]/", $text) ? substr($text, 1) : trim($text);
    }

    /**
     * @param array<string, array{string, string}> $changed
     *
     * @throws InvalidValue
     * @throws InvalidFile where the record does not bear it
     */
    private function take(RowOf $of, array $changed): void
    {
        if ([] === $changed) {
            return;
        }
        $record = $this->after[$of->type][$of->id] ?? $this->job->record($of->type, $of->id) ?? [];
        $cells = $this->paper->cells();
        foreach ($changed as $head => [$was, $is]) {
            $cell = $cells[$head] ?? throw new InvalidValue(
                $is,
                \sprintf('"%s" in the column %s', $was, $head),
                'It follows from other things of the plan: change it where it is planned.',
            );
            $record = $cell->put($record, $of->index, $is, $this->names);
        }
        $errors = RecordType::fromClass($of->type)->errors($record);
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }
        $this->after[$of->type][$of->id] = $record;
    }
}
