<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Networks\RouterNotes;
use Vorhut\App\Plan\ChangeRights;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\UsualFields;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\FieldTexts;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\RecordNames;
use Vorhut\Core\Job\RecordOrder;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Record\Field\Field;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Listed;
use Vorhut\Core\Record\Field\NamedValues;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Slug;

/** Shows any list of the plan, as far as nothing better is drawn of it. */
final readonly class RecordsPage
{
    private const MAX_ROWS = 300;
    private const MAX_COLUMNS = 5;

    public function __construct(private Security $security, private UrlGeneratorInterface $urls, private RouterNotes $routers) {}

    /**
     * @param string|null $open the record whose form is open, "+" for a new one
     * @param array<array-key, mixed>|null $typed the record as it was typed and not taken
     * @param Refusals|null $refusals why not
     */
    public function show(
        JobContext $context,
        RecordList $list,
        ?string $open,
        ?array $typed = null,
        ?Refusals $refusals = null,
    ): RecordsView {
        $refusals ??= Refusals::none();
        $records = $context->job->records[$list->name] ?? [];
        $columns = self::columns($list);
        $texts = new FieldTexts($context->job, new RecordNames($context->job));
        $rows = [];
        foreach (\array_slice($records, 0, self::MAX_ROWS, true) as $id => $record) {
            $rows[] = [
                'url' => $this->url('record', $context, ['list' => $list->name, 'id' => (string) $id]),
                'cells' => array_map(
                    static fn (string $key): string => $texts->words($columns[$key], $record[$key] ?? null),
                    array_keys($columns),
                ),
                'here' => (string) $id === $open,
            ];
        }
        $editor = $this->security->isGranted(ChangeRights::roleFor($list->name)->value);
        $new = NewRecord::ID === $open;
        $record = $typed ?? (null === $open ? null : $records[$open] ?? ($new ? [] : null));
        $at = ['list' => $list->name, 'id' => (string) $open];

        return new RecordsView(
            title: ucfirst($list->many),
            summary: Words::count(\count($records), $list->one, $list->many),
            heads: array_map(static fn (Field $f): string => $f->label, array_values($columns)),
            rows: $rows,
            all: null === $open ? null : new Link('All', $this->url('records', $context, ['list' => $list->name]), 'a', ' '.$list->many),
            add: $editor ? new Link(
                'Add',
                $this->url('record', $context, ['list' => $list->name, 'id' => NewRecord::ID]),
                'n',
                ' '.$list->one,
            ) : null,
            import: $editor && DeviceProfile::class !== $list->type ? new Link(
                'Paste list',
                $this->url('records_list', $context, ['list' => $list->name]),
                'v',
            ) : null,
            formTitle: $new ? \sprintf('New %s', $list->one) : self::name($record, (string) $open),
            isNew: $new,
            saveUrl: null === $open ? '' : $this->url('record_save', $context, $at),
            namesUrl: \dirname($this->url('names', $context, ['of' => 'devices'])),
            version: $context->revision,
            fields: null === $record || !$editor ? [] : $refusals->at($this->form($context, $list, $record, $new)),
            errors: $refusals->above,
            remove: null === $record || $new || !$editor ? null : new Post(
                'Delete '.$list->one,
                $this->url('record_remove', $context, $at),
                ['version' => $context->revision],
                small: true,
            ),
            moves: null === $record || $new || !$editor ? [] : $this->moves($context, $list, (string) $open),
            like: null === $record || $new || !$editor ? null : new Link(
                'Duplicate',
                $this->url('record', $context, ['list' => $list->name, 'id' => NewRecord::ID, 'like' => (string) $open]),
                'l',
            ),
            checkUrl: null === $open ? '' : $this->url('record_check', $context, $at),
            patterns: DeviceProfile::class === $list->type && $editor && null === $open ? $this->patterns($context) : [],
            lists: array_map(fn (RecordList $l): array => [
                'text' => ucfirst($l->many),
                'url' => $this->url('records', $context, ['list' => $l->name]),
                'count' => \count($context->job->records[$l->name] ?? []),
            ], array_values(Lists::all())),
        );
    }

    /** @return list<Link> kinds that come with the product, to begin a kind of one's own with */
    private function patterns(JobContext $context): array
    {
        $new = ['list' => 'profiles', 'id' => NewRecord::ID];

        return array_map(
            fn (DeviceProfile $p): Link => new Link($p->name, $this->url('record', $context, [...$new, 'like' => $p->id])),
            array_values($context->job->profiles->all()),
        );
    }

    /** @return list<Post> */
    private function moves(JobContext $context, RecordList $list, string $id): array
    {
        $ids = array_keys($context->job->records[$list->name] ?? []);
        $url = $this->url('record_move', $context, ['list' => $list->name, 'id' => $id]);
        $moves = [];
        foreach (['up' => [-1, 'u'], 'down' => [1, 'j']] as $to => [$step, $key]) {
            if (null !== RecordOrder::step($ids, $id, $step)) {
                $moves[] = new Post('Move '.$to, $url, ['version' => $context->revision, 'to' => $to], $key);
            }
        }

        return $moves;
    }

    /**
     * @param array<array-key, mixed> $record
     *
     * @return list<FormField>
     */
    private function form(JobContext $context, RecordList $list, array $record, bool $new): array
    {
        $kind = Device::class === $list->type ? $record['profile'] ?? null : null;
        $profile = \is_string($kind) && $context->job->profiles->has($kind) ? $context->job->profiles->get($kind) : null;
        $fields = (new RecordForm($context->job, $profile, UsualFields::fromList($context->job, $list)))->fields(
            $list->type(),
            $record,
            $new && 'id' !== $list->key ? [] : [$list->key],
        );
        $id = $record[$list->key] ?? null;
        $router = Router::class === $list->type && \is_string($id) ? $context->job->routers[$id] ?? null : null;
        $notes = null === $router ? [] : $this->routers->notes($context, $router);

        $noted = static fn (FormField $f): FormField => \is_array($notes[$f->name] ?? null) ? $f->noted($notes[$f->name]) : $f;

        return array_map($noted, $fields);
    }

    /** @param array<array-key, mixed>|null $record */
    private static function name(?array $record, string $id): string
    {
        $name = $record['name'] ?? $id;

        return \is_string($name) ? $name : $id;
    }

    /** @return array<string, Field> those that fit into a cell */
    private static function columns(RecordList $list): array
    {
        $isPlain = static fn (Field $f): bool => !$f instanceof Listed && !$f instanceof Nested && !$f instanceof NamedValues;
        $isShort = static fn (Field $f): bool => $isPlain($f) && !$f instanceof Flag && !$f instanceof Slug;

        return \array_slice(array_filter($list->type()->fields, $isShort), 0, self::MAX_COLUMNS);
    }

    /** @param array<string, string> $more */
    private function url(string $route, JobContext $context, array $more): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
