<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Exchange\CsvTable;
use Vorhut\Core\Exchange\DeviceColumns;
use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Exchange\DeviceImporter;
use Vorhut\Core\Exchange\ListHead;
use Vorhut\Core\Exchange\ListOrders;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\InvalidFile;

/** Shows what a list would change before it does. */
final readonly class ListPage
{
    private const MAX_ROWS = 200;
    private const MAX_ERRORS = 100;

    public function __construct(
        private ListMemories $memories,
        private Security $security,
        private UrlGeneratorInterface $urls,
    ) {}

    public function blank(JobContext $context, string $text = '', string $refused = ''): ListView
    {
        return new ListView(
            title: 'Paste or import a list',
            action: $this->url('list', $context),
            leaveUrl: $this->url('devices', $context),
            text: $text,
            refused: $refused,
        );
    }

    /**
     * What a list would change, read as somebody said of this list, or of one like it before.
     *
     * @throws InvalidFile
     */
    public function read(JobContext $context, string $text, ListColumns $columns): DeviceImport
    {
        $table = CsvTable::parse($text);
        $head = ListHead::fromTable($table, $context->job);
        $known = array_flip($head->columns);
        $remembered = $this->memories->remembered($context->stored, $head->fingerprint());
        $orders = $columns->for($head->fingerprint());
        // All columns come with the form; what was said is what differs.
        $said = array_filter(
            $orders->columns,
            static fn (string $meaning, int $column): bool => $meaning !== ($known[$column] ?? ''),
            \ARRAY_FILTER_USE_BOTH,
        );

        return (new DeviceImporter($context->job))->read($text, new ListOrders(
            columns: [] === $orders->columns ? $remembered->columns : $said,
            kinds: $orders->kinds + $remembered->kinds,
            mended: $orders->mended,
            places: $orders->places,
            numbers: $orders->numbers,
        ));
    }

    /** @param string $text as it came, in whatever encoding */
    public function preview(JobContext $context, string $text, ListColumns $columns): ListView
    {
        try {
            $import = $this->read($context, $text, $columns);
        } catch (InvalidFile $e) {
            return $this->blank($context, mb_scrub($text), Sentence::fromError($e->errors[0]));
        }
        $encoding = $import->table->encoding;
        $readable = 'UTF-8' === $encoding ? $text : (string) mb_convert_encoding($text, 'UTF-8', $encoding);
        $readable = [] === $import->orders->mended ? $readable : $import->table->text();
        $edits = \array_slice($import->edits, 0, self::MAX_ROWS);
        $rows = array_map(static fn (Edit $e): array => ListRows::row($context->job, $import, $e), $edits);
        $shown = ListRows::shown($rows);
        $more = \count($import->edits) > \count($edits) ? \sprintf('The first %d of %d.', \count($edits), \count($import->edits)) : '';

        return new ListView(
            'What would change',
            $this->url('list', $context),
            $this->url('devices', $context),
            $readable,
            looked: true,
            next: $import->changeSet()->isEmpty() ? null : self::next($import),
            take: $this->take($context, $import),
            readAs: 'UTF-8' === $encoding ? '' : \sprintf('Read as %s.', $encoding),
            errors: \array_slice(ListErrors::rows($import), 0, self::MAX_ERRORS),
            errorTitle: Words::count(\count($import->errors), 'row').' to fix',
            columns: ListQuestions::columns($import),
            meanings: ['' => 'ignored'] + DeviceColumns::labels(),
            head: $import->head->fingerprint(),
            asides: $import->asides,
            leftOut: [...self::factory($import), ...self::unwired($import)],
            heads: ['Line', '', ...array_map(static fn (string $f): string => DeviceFields::labels()[$f], array_keys($shown))],
            rows: array_map(static fn (array $r): array => ['cells' => array_intersect_key($r['cells'], $shown)] + $r, $rows),
            more: $more,
            kinds: ListQuestions::kinds($context->job, $import),
            offers: $this->security->isGranted('ROLE_LEAD') ? ListQuestions::offers($import) : [],
        );
    }

    /** @return list<string> */
    private static function factory(DeviceImport $import): array
    {
        $addresses = array_unique($import->factory);
        $count = \count($import->factory);

        return 0 === $count ? [] : [\sprintf(
            '%s %s a factory address (%s). It is not used as the planned address: the address stays open.',
            Words::count($count, 'address', 'addresses'),
            1 === $count ? 'is' : 'are',
            implode(', ', \array_slice($addresses, 0, 3)),
        )];
    }

    /** @return list<string> */
    private static function unwired(DeviceImport $import): array
    {
        $count = \count($import->unwired);

        return 0 === $count ? [] : [\sprintf(
            '%s no network port by %s device type (%s). Segment and address are ignored: enter in Pairings what %s connected to.',
            1 === $count ? '1 device has' : $count.' devices have',
            1 === $count ? 'its' : 'their',
            implode(', ', \array_slice($import->unwired, 0, 3)),
            1 === $count ? 'it is' : 'they are',
        )];
    }

    private static function next(DeviceImport $import): Next
    {
        $counts = \sprintf('%d new, %d changed', \count($import->added()), \count($import->changed()));
        $same = 0 === $import->unchanged ? '' : \sprintf(', %d unchanged', $import->unchanged);
        $left = Words::count(\count($import->errors), 'row').' cannot be imported and will be skipped; fix them below, or later.';

        $made = \count($import->made->numbers([]));
        $lacking = \count($import->unknown->inList('extensions'));
        $numbers = match (true) {
            $made > 0 => \sprintf(' %s will be created.', Words::count($made, 'extension')),
            $lacking > 0 => \sprintf(' %s missing in this job will not be created: tick below.', Words::count($lacking, 'extension')),
            default => '',
        };
        $rows = [] === $import->errors ? 'Every row can be imported.' : $left;

        $without = $import->unknown->inList('profiles')[''] ?? 0;
        $said = Words::count($without, 'row has', 'rows have');
        $kinds = 0 === $without ? '' : \sprintf(' %s no device type and become computers: select their type below.', $said);

        return new Next($counts.$same, $rows.$kinds.$numbers.' Nothing is changed yet.');
    }

    private function take(JobContext $context, DeviceImport $import): Post
    {
        $rows = \count($import->edits);
        $made = \count($import->made->numbers([]));
        $text = 'Import '.(0 === $rows && $made > 0 ? Words::count($made, 'extension') : Words::count($rows, 'row'));

        $values = [
            'version' => $context->revision,
            'offer' => $import->changeSet()->fingerprint(),
            'head' => $import->head->fingerprint(),
        ];
        foreach ($import->orders->columns as $column => $meaning) {
            $values[\sprintf('column[%d]', $column)] = $meaning;
        }
        foreach (array_keys($import->orders->kinds) as $number => $kind) {
            $values[\sprintf('kinds[%d][text]', $number)] = (string) $kind;
            $values[\sprintf('kinds[%d][is]', $number)] = $import->orders->kinds[$kind];
        }
        $values += $import->orders->places ? ['places' => 1] : [];
        $values += $import->orders->numbers ? ['numbers' => 1] : [];

        return new Post($text, $this->url('list_take', $context), $values, 't', main: true);
    }

    private function url(string $route, JobContext $context): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug()]);
    }
}
