<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\RecordType;

/** Shows what a list would change before it does. */
final readonly class ListPage
{
    private const MOST_ROWS = 200;
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

    /** @param string $text as it came, in whatever encoding */
    public function preview(JobInHand $hand, string $text): ListView
    {
        try {
            $import = (new DeviceImporter($hand->job))->read($text);
        } catch (InvalidFile $e) {
            return $this->blank($hand, mb_scrub($text), Sentence::of($e->errors[0]));
        }
        $readable = 'UTF-8' === $import->encoding ? $text : (string) mb_convert_encoding($text, 'UTF-8', $import->encoding);
        $edits = \array_slice($import->edits, 0, self::MOST_ROWS);
        $more = \count($import->edits) > \count($edits) ? \sprintf('The first %d of %d.', \count($edits), \count($import->edits)) : '';

        return new ListView(
            'What would change',
            $this->url('list', $hand),
            $this->url('devices', $hand),
            $readable,
            looked: true,
            next: [] === $import->edits ? null : self::next($import),
            take: $this->take($hand, $import),
            readAs: 'UTF-8' === $import->encoding ? '' : \sprintf('Read as %s.', $import->encoding),
            errors: \array_slice($import->errors, 0, self::MOST_ERRORS),
            errorTitle: Words::count(\count($import->errors), 'row').' to mend',
            unknown: $import->unknown,
            rows: array_map(static fn (Edit $e): array => self::row($import, $e), $edits),
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

    private function take(JobInHand $hand, DeviceImport $import): Post
    {
        $text = 'Take over '.Words::count(\count($import->edits), 'row');

        $values = ['version' => $hand->revision, 'offer' => $import->changeSet()->fingerprint()];

        return new Post($text, $this->url('list_take', $hand), $values, 't', main: true);
    }

    /** @return array{line: int, new: bool, cells: list<array{label: string, was: string, text: string, technical: bool, changed: bool}>} */
    private static function row(DeviceImport $import, Edit $edit): array
    {
        $new = null === $edit->before;
        $before = $new ? [] : self::values($edit->before ?? []);
        $after = self::values($edit->after ?? []);
        $cells = [];
        foreach (self::SHOWN as $field) {
            $was = $before[$field] ?? '';
            $changed = !$new && $was !== $after[$field];
            $cells[] = [
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
     * @return array<string, string>
     */
    private static function values(array $record): array
    {
        return DeviceFields::of(RecordType::of(Device::class)->read($record));
    }

    private function url(string $route, JobInHand $hand): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug()]);
    }
}
