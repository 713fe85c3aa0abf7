<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Exchange\DeviceColumns;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Exchange\ListHead;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** Shows what a list would change before it does. */
final readonly class ListPage
{
    private const MOST_ROWS = 200;
    private const SAMPLES = 3;
    private const HOW = ['content' => 'by what stands in it', 'said' => 'as you said', 'named' => 'by its name'];
    private const MOST_ERRORS = 100;
    private const SHOWN = ['name', 'profile', 'segment', 'address', 'mac', 'location', 'serial'];
    private const TECHNICAL = ['address', 'mac', 'serial'];

    public function __construct(private UrlGeneratorInterface $urls)
    {
    }

    public function blank(JobInHand $hand, string $text = '', string $refused = ''): ListView
    {
        return new ListView('Paste or import a list', $this->url('list', $hand), $this->url('devices', $hand), $text, $refused);
    }

    /**
     * What a list would change, read as somebody said where they said it of this list.
     *
     * @throws InvalidFile
     */
    public static function read(JobInHand $hand, string $text, ListColumns $columns): DeviceImport
    {
        $importer = new DeviceImporter($hand->job);
        if ([] === $columns->said) {
            return $importer->read($text);
        }
        $head = ListHead::of(CsvTable::parse($text), $hand->job);
        $known = array_flip($head->columns);
        // All columns come with the form; what was said is what differs.
        $said = array_filter(
            $columns->for($head->fingerprint())->said,
            static fn (string $meaning, int $column): bool => $meaning !== ($known[$column] ?? ''),
            \ARRAY_FILTER_USE_BOTH,
        );

        return $importer->read($text, $said);
    }

    /** @param string $text as it came, in whatever encoding */
    public function preview(JobInHand $hand, string $text, ListColumns $columns): ListView
    {
        try {
            $import = self::read($hand, $text, $columns);
        } catch (InvalidFile $e) {
            return $this->blank($hand, mb_scrub($text), Sentence::of($e->errors[0]));
        }
        $encoding = $import->table->encoding;
        $readable = 'UTF-8' === $encoding ? $text : (string) mb_convert_encoding($text, 'UTF-8', $encoding);
        $edits = \array_slice($import->edits, 0, self::MOST_ROWS);
        $rows = array_map(static fn (Edit $e): array => self::row($hand->job, $import, $e), $edits);
        $shown = self::shown($rows);
        $more = \count($import->edits) > \count($edits) ? \sprintf('The first %d of %d.', \count($edits), \count($import->edits)) : '';

        return new ListView(
            'What would change',
            $this->url('list', $hand),
            $this->url('devices', $hand),
            $readable,
            looked: true,
            next: [] === $import->edits ? null : self::next($import),
            take: $this->take($hand, $import),
            readAs: 'UTF-8' === $encoding ? '' : \sprintf('Read as %s.', $encoding),
            errors: \array_slice($import->errors, 0, self::MOST_ERRORS),
            errorTitle: Words::count(\count($import->errors), 'row').' to mend',
            columns: self::columns($import),
            meanings: ['' => 'left aside'] + DeviceColumns::labels(),
            head: $import->head->fingerprint(),
            asides: $import->asides,
            heads: ['Line', '', ...array_map(static fn (string $f): string => DeviceFields::labels()[$f], array_keys($shown))],
            rows: array_map(static fn (array $r): array => ['cells' => array_intersect_key($r['cells'], $shown)] + $r, $rows),
            more: $more,
        );
    }

    private static function next(DeviceImport $import): Next
    {
        $counts = \sprintf('%d new, %d changed', \count($import->added()), \count($import->changed()));
        $same = 0 === $import->unchanged ? '' : \sprintf(', %d as they are', $import->unchanged);
        $left = Words::count(\count($import->errors), 'row').' cannot be taken over and will be left out; mend them below, or later.';

        return new Next($counts.$same, ([] === $import->errors ? 'Every row was understood.' : $left).' Nothing has been changed yet.');
    }

    /** @return list<array{name: string, title: string, meaning: string, how: string, samples: string}> */
    private static function columns(DeviceImport $import): array
    {
        $head = $import->head;
        $meanings = array_flip($head->columns);
        $rows = array_diff_key($import->table->rows, array_flip(array_column($import->asides, 'line')), [$head->line => 0]);
        $columns = [];
        for ($column = 0; $column < $import->table->width(); ++$column) {
            $fields = array_map(static fn (array $r): string => $r[$column] ?? '', $rows);
            $filled = array_filter($fields, static fn (string $f): bool => '' !== $f);
            if ([] === $filled && '' === ($head->titles[$column] ?? '')) {
                continue;
            }
            $meaning = $meanings[$column] ?? '';
            $columns[] = [
                'name' => \sprintf('column[%d]', $column),
                'title' => $head->title($column),
                'meaning' => $meaning,
                'how' => self::HOW[$head->how[$meaning] ?? ''] ?? ([] === $filled ? 'empty' : ''),
                'samples' => implode(', ', \array_slice(array_values(array_unique($filled)), 0, self::SAMPLES)),
            ];
        }

        return $columns;
    }

    private function take(JobInHand $hand, DeviceImport $import): Post
    {
        $text = 'Take over '.Words::count(\count($import->edits), 'row');

        $values = [
            'version' => $hand->revision,
            'offer' => $import->changeSet()->fingerprint(),
            'head' => $import->head->fingerprint(),
        ];
        foreach ($import->said as $column => $meaning) {
            $values[\sprintf('column[%d]', $column)] = $meaning;
        }

        return new Post($text, $this->url('list_take', $hand), $values, 't', main: true);
    }

    /**
     * Fields that any row says something of.
     *
     * @param list<array{cells: array<string, array{text: string, was: string}>}> $rows
     *
     * @return array<string, true>
     */
    private static function shown(array $rows): array
    {
        $shown = [];
        foreach ($rows as $row) {
            $shown += array_filter(array_map(static fn (array $c): bool => '' !== $c['text'].$c['was'], $row['cells']));
        }

        return array_intersect_key(array_fill_keys(self::SHOWN, true), $shown);
    }

    /**
     * @return array{
     *     line: int,
     *     new: bool,
     *     cells: array<string, array{label: string, was: string, text: string, technical: bool, changed: bool}>,
     * }
     */
    private static function row(Job $job, DeviceImport $import, Edit $edit): array
    {
        $new = null === $edit->before;
        $before = $new ? [] : self::values($job, $edit->before ?? []);
        $after = self::values($job, $edit->after ?? []);
        $cells = [];
        foreach (self::SHOWN as $field) {
            $was = $before[$field] ?? '';
            $changed = !$new && $was !== $after[$field];
            $cells[$field] = [
                'label' => DeviceFields::labels()[$field],
                'was' => $changed ? $was : '',
                'text' => $after[$field],
                'technical' => \in_array($field, self::TECHNICAL, true),
                'changed' => $changed,
            ];
        }

        return ['line' => $import->lines[$edit->id] ?? 0, 'new' => $new, 'cells' => $cells];
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return array<string, string> as people read them
     */
    private static function values(Job $job, array $record): array
    {
        $device = RecordType::of(Device::class)->read($record);
        $values = DeviceFields::of($device);
        $segment = $job->segments[$values['segment']] ?? null;

        return [
            'profile' => $job->profileOf($device)->name,
            'segment' => null === $segment?->vlan ? $segment->name ?? '' : \sprintf('VLAN %d', $segment->vlan),
            'location' => $job->locations[$values['location']]->name ?? '',
        ] + $values;
    }

    private function url(string $route, JobInHand $hand): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug()]);
    }
}
