<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Frame\FindingLines;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Web\RecordForm;
use Vorhut\App\Web\Refusals;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;
use Vorhut\App\Web\Words;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Record\RecordType;

/** Shows the devices of a job. */
final readonly class DevicesPage
{
    private const MAX_FINDINGS = 14;

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ValueLines $values,
    ) {}

    /**
     * @param array<string, string> $typed into the form of the selected device, where it was not taken
     * @param Refusals|null $refusals why not
     */
    public function show(JobContext $context, DeviceQuery $query, array $typed = [], ?Refusals $refusals = null): DevicesView
    {
        $digest = $this->reading->digest($context->stored);
        $table = new DeviceTable($context->job, $digest->findingsByDevice(), $query->columns);
        $ids = $table->filtered($query);
        $device = $context->job->devices[$query->selected] ?? null;
        // A selected device is shown on the page it stands on.
        $at = null === $device ? false : array_search($device->id, $ids, true);
        $page = max(1, 0 === $query->page && false !== $at ? intdiv($at, DeviceTable::PAGE) + 1 : $query->page);
        $rows = array_map(
            fn (string $id): DeviceRow => $this->makeRow($context, $table, $id, $id === $device?->id),
            \array_slice($ids, ($page - 1) * DeviceTable::PAGE, DeviceTable::PAGE),
        );
        $here = $digest->findingsAt('devices');
        $count = \count($ids) === $digest->devices ? (string) $digest->devices : \sprintf('%d of %d', \count($ids), $digest->devices);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');

        return new DevicesView(
            summary: \sprintf('%s · %s', $count, Words::count(\count($here), 'finding')),
            next: $editor ? $this->next($context, $digest->withoutAddress) : null,
            mayEdit: $editor,
            heads: $this->heads($context, $query, $table),
            rows: $rows,
            pages: $this->pages($context, $query, $page, (int) ceil(\count($ids) / DeviceTable::PAGE)),
            filter: $query->filter,
            only: $query->only,
            which: ['' => 'all', 'findings' => 'with findings', 'unaddressed' => 'without address'],
            list: new Link('Paste or import a list', $this->url('list', $context), 'l'),
            isEmpty: 0 === $digest->devices,
            allUrl: $this->url('devices', $context),
            panel: null === $device ? null : $this->panel(
                context: $context,
                device: $device,
                typed: $typed,
                refusals: $refusals,
                query: $query,
            ),
            findings: $this->findings->all($context, \array_slice($here, 0, self::MAX_FINDINGS), 'devices'),
            newFields: $editor ? $this->newFields($context) : [],
            options: $editor ? $this->options($context) : [],
            narrow: $this->narrow($context, $query),
            columns: array_map(static fn (string $f, string $l): array => [
                'field' => $f,
                'label' => $l,
                'shown' => isset($table->columns[$f]),
            ], array_keys(DeviceTable::COLUMNS), DeviceTable::COLUMNS),
            csvUrl: $this->url('devices_csv', $context, $query->parameters()),
            many: $editor ? $this->many($context) : null,
        );
    }

    /** @return list<FormField> */
    private function narrow(JobContext $context, DeviceQuery $query): array
    {
        $used = [];
        foreach ($context->job->devices as $device) {
            foreach (DeviceQuery::narrowing($device) as $field => $value) {
                $used[$field][$value] = true;
            }
        }
        $fields = [];
        foreach ($this->options($context) as $field => $options) {
            if (\in_array($field, DeviceQuery::NARROWING, true)) {
                $all = ['' => 'any '.('segment' === $field ? 'network' : strtolower(DeviceTable::COLUMNS[$field]))];
                $some = array_intersect_key($options, $used[$field] ?? []);
                unset($some['']);
                $value = $query->narrow[$field] ?? '';
                $fields[] = new FormField($field, DeviceTable::COLUMNS[$field], $value, 'select', options: $all + $some);
            }
        }

        return $fields;
    }

    private function many(JobContext $context): ManyView
    {
        $options = $this->options($context);
        $choice = static fn (string $field, string $label): FormField => new FormField(
            $field,
            $label,
            control: 'select',
            options: ['' => 'unchanged']
                + ('stage' === $field ? [] : [ManyView::NONE => 'none'])
                + array_diff_key($options[$field] ?? [], ['' => '']),
        );

        return new ManyView(
            $this->url('devices_many', $context),
            $context->revision,
            [
                $choice('stage', 'Stage'),
                $choice('location', 'Location'),
                $choice('segment', 'Segment'),
                new FormField('gateway', 'Gateway', technical: true, placeholder: 'unchanged; - for none'),
            ],
        );
    }

    /** @return list<list<string>> the rows a person sees, with a row of headings */
    public function sheet(JobContext $context, DeviceQuery $query): array
    {
        $table = new DeviceTable($context->job, $this->reading->digest($context->stored)->findingsByDevice(), $query->columns);
        $rows = [array_values($table->columns)];
        foreach ($table->filtered($query) as $id) {
            $cells = $table->cells($context->job->devices[$id]);
            $rows[] = array_map(static fn (DeviceCell $c): string => 'missing' === $c->tone ? '' : $c->text, $cells);
        }

        return $rows;
    }

    /** @param bool $isTold whether to tell what is wrong with it */
    public function row(JobContext $context, string $id, bool $isTold, DeviceQuery $query): DeviceRow
    {
        $findings = $isTold ? $this->reading->digest($context->stored)->findingsByDevice() : [];
        $again = $isTold ? null : $this->url('device_row', $context, ['id' => $id]);

        return $this->makeRow(
            context: $context,
            table: new DeviceTable($context->job, $findings, $query->columns),
            id: $id,
            selected: false,
            again: $again,
        );
    }

    /**
     * @param array<string, string> $typed
     * @param Refusals|null $refusals why it was not taken
     */
    public function panel(
        JobContext $context,
        Device $device,
        array $typed = [],
        ?Refusals $refusals = null,
        ?DeviceQuery $query = null,
    ): DevicePanel {
        $refusals ??= Refusals::none();
        $of = ['id' => $device->id];
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $findings = $this->reading->digest($context->stored)->findingsByDevice()[$device->id] ?? [];
        $values = [];
        foreach ($editor ? [] : DeviceFields::shownOf($device) as $field => $text) {
            $values[DeviceFields::labels()[$field]] = $text;
        }
        $remove = new Post(
            'remove '.$device->name,
            $this->url('device_remove', $context, $of),
            ['version' => $context->revision],
            small: true,
        );

        return new DevicePanel(
            name: $device->name,
            kind: $context->job->profileOf($device)->name,
            serial: (string) $device->serial,
            errors: $refusals->above,
            findings: $this->findings->all($context, $findings, 'devices'),
            bench: new Link('Open on the bench', $this->url('bench_device', $context, $of)),
            all: $editor ? new Link('All fields', $this->url('record', $context, ['list' => 'devices'] + $of)) : null,
            saveUrl: $this->url('device_save', $context, $of),
            version: $context->revision,
            fields: $editor ? $refusals->at(DeviceFields::form($context->job, $device, $typed)) : [],
            values: array_filter($values, static fn (string $v): bool => '' !== $v),
            remove: $editor ? $remove : null,
            told: $this->values->lines($context, $device, $query->value ?? '', $query->typed ?? ''),
        );
    }

    private function makeRow(JobContext $context, DeviceTable $table, string $id, bool $selected, ?string $again = null): DeviceRow
    {
        $device = $context->job->devices[$id];

        return new DeviceRow(
            id: $id,
            name: $device->name,
            version: $context->version(Device::class, $id) ?? 0,
            cells: $table->cells($device),
            faults: $table->faults($id),
            selected: $selected,
            url: $this->url('devices', $context, ['sel' => $id]),
            saveUrl: $this->url('device_cell', $context, ['id' => $id]),
            whyUrl: $this->url('device_why', $context, ['id' => $id]),
            againUrl: $again,
            mayPick: $this->security->isGranted('ROLE_TECHNICIAN'),
        );
    }

    private function next(JobContext $context, int $without): ?Next
    {
        if (0 === $without) {
            return null;
        }

        return new Next(
            1 === $without ? 'One device has no address' : \sprintf('%d devices have no address', $without),
            'Proposed in blocks by device type, outside DHCP ranges and addresses in use. You see them before anything changes.',
            new Link('Propose addresses', $this->url('addresses', $context), 'p', main: true),
        );
    }

    /** @return array<string, array{label: string, url: string, sorted: bool}> */
    private function heads(JobContext $context, DeviceQuery $query, DeviceTable $table): array
    {
        $heads = [];
        foreach ($table->columns as $field => $label) {
            $sorted = $query->sort === $field;
            $url = $this->url('devices', $context, $query->parameters(['sort' => $sorted ? 'order' : $field]));
            $heads[$field] = ['label' => $label, 'url' => $url, 'sorted' => $sorted];
        }

        return $heads;
    }

    /** @return list<array{text: string, url: string|null}> the first, the last, and those around the one shown */
    private function pages(JobContext $context, DeviceQuery $query, int $current, int $count): array
    {
        $pages = [];
        for ($n = 1; $n <= $count && $count > 1; ++$n) {
            if ($n < 3 || $n > $count - 2 || abs($n - $current) < 3) {
                $url = $n === $current ? null : $this->url('devices', $context, $query->parameters(['page' => $n]));
                $pages[] = ['text' => (string) $n, 'url' => $url];
            } elseif (3 === $n || $n === $count - 2) {
                $pages[] = ['text' => '…', 'url' => null];
            }
        }

        return $pages;
    }

    /** @return list<FormField> */
    private function newFields(JobContext $context): array
    {
        $form = new RecordForm($context->job);
        $device = RecordType::fromClass(Device::class)->fields;
        $interface = RecordType::fromClass(NetworkInterface::class)->fields;

        return [
            new FormField('name', 'Name', required: true),
            $form->field('profile', 'profile', $device['profile'], null),
            $form->field('segment', 'segment', $interface['segment'], null),
            $form->field('mac', 'mac', $interface['mac'], null),
        ];
    }

    /** @return array<string, array<array-key, string>> */
    private function options(JobContext $context): array
    {
        $form = new RecordForm($context->job);
        $fields = RecordType::fromClass(Device::class)->fields + RecordType::fromClass(NetworkInterface::class)->fields;
        $options = [];
        foreach (array_keys(DeviceTable::COLUMNS) as $field) {
            $options[$field] = $form->field($field, $field, $fields[$field], null)->options;
        }

        return array_filter($options);
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobContext $context, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $context->stored->getSlug(), ...$more]);
    }
}
