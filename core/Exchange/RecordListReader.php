<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\FieldTexts;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Job\UnknownReferences;
use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/**
 * A pasted list of records of one kind, looked at before it is taken: which are new, which change, which cannot be.
 *
 * A record is known by its id or its name. An empty cell leaves the planned value, a hyphen clears it. Records inside a record
 * (ports of a switch, stages of a chain) stand in lines of their own below it, and replace those that were planned.
 */
final class RecordListReader
{
    private const CLEAR = '-';

    /** @var list<RecordColumn> */
    private array $columns;

    private readonly RecordNames $planned;

    /** Those that the list would make among them. */
    private RecordNames $names;

    public function __construct(private readonly Job $job, private readonly RecordList $list)
    {
        $this->columns = RecordColumns::make($list);
        $this->planned = $this->names = new RecordNames($job);
    }

    /** @throws InvalidFile for a text without a line that names its columns */
    public function read(string $text): RecordListPreview
    {
        [$groups, $ignored] = $this->groups(CsvTable::parse($text)->rows);
        $ids = $this->ids($groups);
        $this->names = new RecordNames($this->job, [$this->list->name => $this->newNames($groups, $ids)]);
        $writer = new RecordLinesWriter($this->list, new FieldTexts($this->job, $this->names));
        $unknown = new UnknownReferences($this->names);
        $rows = $edits = [];
        foreach ($groups as $index => $lines) {
            $id = $ids[$index];
            $before = $this->job->record($this->list->type, $id);
            $after = $writer->record($lines, $before ?? [$this->list->key => $id], self::CLEAR);
            $errors = match (true) {
                isset($edits[$id]) => [$this->doubled($id)],
                null === $before && $this->isUnnamed($lines) => [$this->unnamed($id)],
                null === $before && $this->isOfSeveral($lines) => [$this->ofSeveral($lines, $id)],
                default => $this->errors($unknown, $id, $after),
            };
            $isSame = null !== $before && Json::line($before) === Json::line($after);
            $rows[] = new RecordRow(
                line: $lines->line,
                name: $this->shown($lines, $id),
                does: match (true) {
                    [] !== $errors => RecordRow::REFUSED,
                    null === $before => RecordRow::ADDED,
                    $isSame => RecordRow::SAME,
                    default => RecordRow::CHANGED,
                },
                changes: [] === $errors ? $writer->changes($lines, $before ?? [], $after) : [],
                errors: $errors,
            );
            if ([] === $errors && !$isSame) {
                $edits[$id] = new Edit($this->list->type, $id, $before, $after);
            }
        }
        $title = \sprintf('Imported a list of %d %s', \count($edits), 1 === \count($edits) ? $this->list->one : $this->list->many);

        return new RecordListPreview($rows, $ignored, new ChangeSet($title, array_values($edits)));
    }

    /**
     * @param array<int, list<string>> $rows
     *
     * @return array{list<RecordLines>, list<string>} records, and headings that say nothing
     */
    private function groups(array $rows): array
    {
        $places = null;
        $groups = $ignored = [];
        foreach ($rows as $line => $fields) {
            if (null === $places) {
                $places = $this->heads($fields);
                $ignored = null === $places ? [] : self::ignored($fields, $places);
                continue;
            }
            $own = $inside = [];
            foreach ($places as $place => $column) {
                $text = trim($fields[$place] ?? '');
                if ('' !== $text && null === $column->inside) {
                    $own[] = [$column, $text];
                } elseif ('' !== $text) {
                    $inside[] = [$column, $text];
                }
            }
            $lines = new RecordLines($line, $own);
            $above = end($groups);
            if (false === $above || !self::isOfAbove($lines, $above)) {
                $groups[] = $above = $lines;
            }
            $above->addInside($inside);
        }

        return null === $places ? throw $this->headless() : [$groups, $ignored];
    }

    /**
     * @param list<string> $fields
     *
     * @return array<int, RecordColumn>|null null for a line that names no columns
     */
    private function heads(array $fields): ?array
    {
        $places = RecordColumns::named($this->columns, $fields);
        $isOne = static fn (RecordColumn $c): bool => $c->field->required || \in_array($c->path, [['name'], ['id']], true);

        return \count($places) > 1 && array_any($places, $isOne) ? $places : null;
    }

    /**
     * @param list<string> $fields
     * @param array<int, RecordColumn> $places
     *
     * @return list<string>
     */
    private static function ignored(array $fields, array $places): array
    {
        $others = array_map(trim(...), array_diff_key($fields, $places));

        return array_values(array_filter($others, static fn (string $heading): bool => '' !== $heading));
    }

    private static function isOfAbove(RecordLines $lines, RecordLines $above): bool
    {
        $same = array_filter(
            $lines->own,
            static fn (array $said): bool => $above->said($said[0]->path[0]) === $said[1] && 1 === \count($said[0]->path),
        );

        return [] === $lines->own || ('' !== $lines->said('name') && \count($same) === \count($lines->own));
    }

    /**
     * @param list<RecordLines> $groups
     *
     * @return list<string> of the record each is, or will be
     */
    private function ids(array $groups): array
    {
        $ids = $taken = $byName = [];
        foreach ($groups as $lines) {
            $name = $lines->said('name');
            $said = $lines->said($this->list->key);
            $known = '' === $said ? $this->planned->id($this->list->name, $name) : $said;
            $id = $known ?? $byName[mb_strtolower($name)] ?? null;
            if (null === $id) {
                $else = str_replace(' ', '-', $this->list->one);
                $id = NewId::make(job: $this->job, list: $this->list->name, name: $name, else: $else, taken: $taken);
                $taken[$id] = true;
                // Two lines without a name are two records.
                $byName += '' === $name ? [] : [mb_strtolower($name) => $id];
            }
            $ids[] = $id;
        }

        return $ids;
    }

    /**
     * @param list<RecordLines> $groups
     * @param list<string> $ids
     *
     * @return array<array-key, string> of records that are not planned yet, so that others of the list may name them
     */
    private function newNames(array $groups, array $ids): array
    {
        $names = [];
        foreach ($groups as $index => $lines) {
            $name = $lines->said('name');
            if (null === $this->job->record($this->list->type, $ids[$index]) && !$this->isOfSeveral($lines)) {
                $names[$ids[$index]] = '' === $name ? $ids[$index] : $name;
            }
        }

        return $names;
    }

    /**
     * @param array<string, mixed> $after
     *
     * @return list<FileError>
     */
    private function errors(UnknownReferences $unknown, string $id, array $after): array
    {
        $errors = $unknown->errors($this->list->type(), $after);
        try {
            if ([] === $errors) {
                $this->list->type()->read($after);
            }
        } catch (InvalidFile $e) {
            $errors = $e->errors;
        }
        $path = \sprintf('%s[%s]', $this->list->path(), $id);

        return array_map(static fn (FileError $e): FileError => $e->under($path), $errors);
    }

    private function doubled(string $id): FileError
    {
        $name = $this->names->name($this->list->name, $id);
        $path = \sprintf('%s[%s].%s', $this->list->path(), $id, $this->list->key);

        return new FileError($path, FileError::show($name), \sprintf('each %s once', $this->list->one), 'Remove one of the lines.');
    }

    /** Whether a line says neither which record it is nor how a new one is called, where they have names. */
    private function isUnnamed(RecordLines $lines): bool
    {
        return isset($this->list->type()->fields['name']) && '' === $lines->said('name') && '' === $lines->said($this->list->key);
    }

    private function unnamed(string $id): FileError
    {
        $path = \sprintf('%s[%s].name', $this->list->path(), $id);

        return new FileError($path, 'null', \sprintf('the name of a %s', $this->list->one), 'Write it into the line.');
    }

    /** Whether several planned records have its name, so that it is not told which one is meant. */
    private function isOfSeveral(RecordLines $lines): bool
    {
        return '' === $lines->said($this->list->key) && $this->planned->areSeveral($this->list->name, $lines->said('name'));
    }

    private function ofSeveral(RecordLines $lines, string $id): FileError
    {
        $name = $lines->said('name');

        return new FileError(
            \sprintf('%s[%s].name', $this->list->path(), $id),
            FileError::show($name),
            \sprintf('the name that just one %s has', $this->list->one),
            $this->planned->advice($this->list->name, $name),
        );
    }

    /** What a line is called in the preview: never an id that was made for it. */
    private function shown(RecordLines $lines, string $id): string
    {
        if ('id' === $this->list->key && !isset($this->list->type()->fields['name'])) {
            return ucfirst($this->list->one);
        }

        return null === $this->job->record($this->list->type, $id)
            ? $lines->said('name')
            : $this->names->name($this->list->name, $id);
    }

    private function headless(): InvalidFile
    {
        $some = array_map(static fn (RecordColumn $c): string => $c->heading, \array_slice($this->columns, 1, 4));

        return InvalidFile::at(
            path: 'line 1',
            given: '',
            allowed: 'a line that names the columns',
            advice: \sprintf('Such as %s.', implode(';', $some)),
        );
    }
}
