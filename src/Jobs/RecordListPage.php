<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\RecordColumn;
use Vorhut\Core\Exchange\RecordColumns;
use Vorhut\Core\Exchange\RecordListPreview;
use Vorhut\Core\Exchange\RecordListReader;
use Vorhut\Core\Exchange\RecordRow;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\InvalidFile;

/** Shows what a pasted list of records would do before it does it. */
final readonly class RecordListPage
{
    private const SHOWN = 300;
    private const EXAMPLES = 5;

    public function __construct(private UrlGeneratorInterface $urls) {}

    public function show(JobContext $context, RecordList $list, string $text): RecordListView
    {
        $read = null;
        $error = '';
        try {
            $read = '' === trim($text) ? null : (new RecordListReader($context->job, $list))->read($text);
        } catch (InvalidFile $e) {
            $error = Sentence::fromError($e->errors[0]);
        }
        $columns = RecordColumns::make($list);

        return new RecordListView(
            title: ucfirst($list->many),
            actions: [
                new Link('All '.$list->many, $this->url('records', $context, $list), 'a'),
                new Link('Export (CSV)', $this->url('records_csv', $context, $list), 'x'),
            ],
            url: $this->url('records_list', $context, $list),
            takeUrl: $this->url('records_list_take', $context, $list),
            example: implode('; ', array_map(
                static fn (RecordColumn $c): string => $c->heading,
                \array_slice(self::usualFirst($columns), 0, self::EXAMPLES),
            )),
            columns: array_map(static fn (RecordColumn $c): array => [
                'heading' => $c->heading,
                'allowed' => RecordColumns::allowed($c),
                'required' => $c->field->required && null === $c->inside && !$c->field instanceof Slug,
            ], self::usualFirst($columns)),
            text: $text,
            rows: null === $read ? [] : self::rows($read),
            summary: null === $read ? '' : self::summary($read),
            notes: null === $read ? [] : self::notes($read),
            error: $error,
            values: null === $read || $read->change->isEmpty() ? [] : [
                'text' => $text,
                'version' => $context->revision,
                'offer' => $read->change->fingerprint(),
            ],
        );
    }

    /** @return list<array{line: int, name: string, does: string, isRefused: bool, why: list<string>}> */
    private static function rows(RecordListPreview $read): array
    {
        $shown = array_filter($read->rows, static fn (RecordRow $r): bool => RecordRow::SAME !== $r->does);

        return array_map(static fn (RecordRow $r): array => [
            'line' => $r->line,
            'name' => $r->name,
            'does' => $r->does,
            'isRefused' => RecordRow::REFUSED === $r->does,
            'why' => [...$r->changes, ...array_map(Sentence::fromError(...), $r->errors)],
        ], \array_slice(array_values($shown), 0, self::SHOWN));
    }

    private static function summary(RecordListPreview $read): string
    {
        $counts = array_count_values(array_map(static fn (RecordRow $r): string => $r->does, $read->rows));

        return implode(', ', array_map(static fn (string $does, int $n): string => $n.' '.$does, array_keys($counts), $counts));
    }

    /** @return list<string> */
    private static function notes(RecordListPreview $read): array
    {
        $ignored = array_map(static fn (string $heading): string => \sprintf('“%s”', $heading), $read->ignored);
        $count = \count($read->rows) - self::SHOWN;

        return [
            ...([] === $ignored ? [] : [
                Words::count(\count($ignored), 'column is', 'columns are').' not read: '.implode(', ', $ignored).'.',
            ]),
            ...($count > 0 ? [\sprintf('Only the first %d rows are shown here; all are taken.', self::SHOWN)] : []),
        ];
    }

    /**
     * @param list<RecordColumn> $columns
     *
     * @return list<RecordColumn> names first, then what must be given, ids last
     */
    private static function usualFirst(array $columns): array
    {
        $rank = static fn (RecordColumn $c): int => match (true) {
            null === $c->inside && ['name'] === $c->path => 0,
            ['id'] === $c->path => 4,
            null !== $c->inside => 3,
            $c->field->required => 1,
            default => 2,
        };
        usort($columns, static fn (RecordColumn $a, RecordColumn $b): int => $rank($a) <=> $rank($b));

        return $columns;
    }

    private function url(string $route, JobContext $context, RecordList $list): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), 'list' => $list->name]);
    }
}
