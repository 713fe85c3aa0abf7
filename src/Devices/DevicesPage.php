<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\JobReading;
use Vorhut\App\Web\FindingLines;
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
    private const MOST_FINDINGS = 14;

    public function __construct(
        private JobReading $reading,
        private FindingLines $findings,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ValueLines $values,
    ) {
    }

    /**
     * @param array<string, string> $typed into the form of the selected device, where it was not taken
     * @param Refusals|null $refusals why not
     */
    public function show(JobInHand $hand, DeviceQuery $query, array $typed = [], ?Refusals $refusals = null): DevicesView
    {
        $digest = $this->reading->digest($hand->stored);
        $table = new DeviceTable($hand->job, $digest->findingsByDevice(), $query->columns);
        $ids = $table->filtered($query);
        $device = $hand->job->devices[$query->selected] ?? null;
        // A selected device is shown on the page it stands on.
        $at = null === $device ? false : array_search($device->id, $ids, true);
        $page = max(1, 0 === $query->page && false !== $at ? intdiv($at, DeviceTable::PAGE) + 1 : $query->page);
        $rows = array_map(
            fn (string $id): DeviceRow => $this->makeRow($hand, $table, $id, $id === $device?->id),
            \array_slice($ids, ($page - 1) * DeviceTable::PAGE, DeviceTable::PAGE),
        );
        $here = $digest->findingsAt('devices');
        $count = \count($ids) === $digest->devices ? (string) $digest->devices : \sprintf('%d of %d', \count($ids), $digest->devices);
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');

        return new DevicesView(
            \sprintf('%s · %s', $count, Words::count(\count($here), 'finding')),
            $editor ? $this->next($hand, $digest->withoutAddress) : null,
            $editor,
            $this->heads($hand, $query, $table),
            $rows,
            $this->pages($hand, $query, $page, (int) ceil(\count($ids) / DeviceTable::PAGE)),
            $query->filter,
            $query->only,
            ['' => 'all', 'findings' => 'with findings', 'unaddressed' => 'without address'],
            new Link('Paste or import a list', $this->url('list', $hand), 'l'),
            0 === $digest->devices,
            $this->url('devices', $hand),
            null === $device ? null : $this->panel($hand, $device, $typed, $refusals, $query),
            $this->findings->all($hand, \array_slice($here, 0, self::MOST_FINDINGS), 'devices'),
            $editor ? $this->newFields($hand) : [],
            $editor ? $this->options($hand) : [],
            $this->narrow($hand, $query),
            array_map(static fn (string $f, string $l): array => [
                'field' => $f,
                'label' => $l,
                'shown' => isset($table->columns[$f]),
            ], array_keys(DeviceTable::COLUMNS), DeviceTable::COLUMNS),
            $this->url('devices_csv', $hand, $query->parameters()),
            $editor ? $this->many($hand) : null,
        );
    }

    /** @return list<FormField> */
    private function narrow(JobInHand $hand, DeviceQuery $query): array
    {
        $used = [];
        foreach ($hand->job->devices as $device) {
            foreach (DeviceQuery::narrowing($device) as $field => $value) {
                $used[$field][$value] = true;
            }
        }
        $fields = [];
        foreach ($this->options($hand) as $field => $options) {
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

    private function many(JobInHand $hand): ManyView
    {
        $options = $this->options($hand);
        $choice = static fn (string $field, string $label): FormField => new FormField(
            $field,
            $label,
            control: 'select',
            options: ['' => 'as it is']
                + ('stage' === $field ? [] : [ManyView::NONE => 'none'])
                + array_diff_key($options[$field] ?? [], ['' => '']),
        );

        return new ManyView(
            $this->url('devices_many', $hand),
            $hand->revision,
            [
                $choice('stage', 'Stage'),
                $choice('location', 'Place'),
                $choice('segment', 'Network'),
                new FormField('gateway', 'Gateway', technical: true, placeholder: 'as it is; - for none'),
            ],
        );
    }

    /** @return list<list<string>> the rows a person sees, with a row of headings */
    public function sheet(JobInHand $hand, DeviceQuery $query): array
    {
        $table = new DeviceTable($hand->job, $this->reading->digest($hand->stored)->findingsByDevice(), $query->columns);
        $rows = [array_values($table->columns)];
        foreach ($table->filtered($query) as $id) {
            $cells = $table->cells($hand->job->devices[$id]);
            $rows[] = array_map(static fn (DeviceCell $c): string => 'missing' === $c->tone ? '' : $c->text, $cells);
        }

        return $rows;
    }

    /** @param bool $isTold whether to tell what is wrong with it */
    public function row(JobInHand $hand, string $id, bool $isTold, DeviceQuery $query): DeviceRow
    {
        $findings = $isTold ? $this->reading->digest($hand->stored)->findingsByDevice() : [];
        $again = $isTold ? null : $this->url('device_row', $hand, ['id' => $id]);

        return $this->makeRow($hand, new DeviceTable($hand->job, $findings, $query->columns), $id, false, $again);
    }

    /**
     * @param array<string, string> $typed
     * @param Refusals|null $refusals why it was not taken
     */
    public function panel(
        JobInHand $hand,
        Device $device,
        array $typed = [],
        ?Refusals $refusals = null,
        ?DeviceQuery $query = null,
    ): DevicePanel {
        $refusals ??= Refusals::none();
        $of = ['id' => $device->id];
        $editor = $this->security->isGranted('ROLE_TECHNICIAN');
        $findings = $this->reading->digest($hand->stored)->findingsByDevice()[$device->id] ?? [];
        $values = [];
        foreach ($editor ? [] : DeviceFields::of($device) as $field => $text) {
            $values[DeviceFields::labels()[$field]] = $text;
        }
        $remove = new Post(
            'remove '.$device->name,
            $this->url('device_remove', $hand, $of),
            ['version' => $hand->revision],
            small: true,
        );

        return new DevicePanel(
            $device->name,
            $hand->job->profileOf($device)->name,
            (string) $device->serial,
            $refusals->above,
            $this->findings->all($hand, $findings, 'devices'),
            new Link('Open on the bench', $this->url('bench_device', $hand, $of)),
            $editor ? new Link('More interfaces, lists, settings', $this->url('record', $hand, ['list' => 'devices'] + $of)) : null,
            $this->url('device_save', $hand, $of),
            $hand->revision,
            $editor ? $refusals->at(DeviceFields::form($hand->job, $device, $typed)) : [],
            array_filter($values, static fn (string $v): bool => '' !== $v),
            $editor ? $remove : null,
            $this->values->of($hand, $device, $query->value ?? '', $query->typed ?? ''),
        );
    }

    private function makeRow(JobInHand $hand, DeviceTable $table, string $id, bool $selected, ?string $again = null): DeviceRow
    {
        $device = $hand->job->devices[$id];

        return new DeviceRow(
            $id,
            $device->name,
            $hand->version(Device::class, $id) ?? 0,
            $table->cells($device),
            $table->faults($id),
            $selected,
            $this->url('devices', $hand, ['sel' => $id]),
            $this->url('device_cell', $hand, ['id' => $id]),
            $this->url('device_why', $hand, ['id' => $id]),
            $again,
            $this->security->isGranted('ROLE_TECHNICIAN'),
        );
    }

    private function next(JobInHand $hand, int $without): ?Next
    {
        if (0 === $without) {
            return null;
        }

        return new Next(
            1 === $without ? 'One unit has no address yet' : \sprintf('%d units have no address yet', $without),
            'Proposed in runs by kind, clear of leases and of what others have. You see them before anything changes.',
            new Link('Propose addresses', $this->url('addresses', $hand), 'p', main: true),
        );
    }

    /** @return array<string, array{label: string, url: string, sorted: bool}> */
    private function heads(JobInHand $hand, DeviceQuery $query, DeviceTable $table): array
    {
        $heads = [];
        foreach ($table->columns as $field => $label) {
            $sorted = $query->sort === $field;
            $url = $this->url('devices', $hand, $query->parameters(['sort' => $sorted ? 'order' : $field]));
            $heads[$field] = ['label' => $label, 'url' => $url, 'sorted' => $sorted];
        }

        return $heads;
    }

    /** @return list<array{text: string, url: string|null}> the first, the last, and those around the one shown */
    private function pages(JobInHand $hand, DeviceQuery $query, int $current, int $count): array
    {
        $pages = [];
        for ($n = 1; $n <= $count && $count > 1; ++$n) {
            if ($n < 3 || $n > $count - 2 || abs($n - $current) < 3) {
                $url = $n === $current ? null : $this->url('devices', $hand, $query->parameters(['page' => $n]));
                $pages[] = ['text' => (string) $n, 'url' => $url];
            } elseif (3 === $n || $n === $count - 2) {
                $pages[] = ['text' => '…', 'url' => null];
            }
        }

        return $pages;
    }

    /** @return list<FormField> */
    private function newFields(JobInHand $hand): array
    {
        $form = new RecordForm($hand->job);
        $device = RecordType::of(Device::class)->fields;
        $interface = RecordType::of(NetworkInterface::class)->fields;

        return [
            new FormField('name', 'Name', required: true),
            $form->field('profile', 'profile', $device['profile'], null),
            $form->field('segment', 'segment', $interface['segment'], null),
            $form->field('mac', 'mac', $interface['mac'], null),
        ];
    }

    /** @return array<string, array<array-key, string>> */
    private function options(JobInHand $hand): array
    {
        $form = new RecordForm($hand->job);
        $fields = RecordType::of(Device::class)->fields + RecordType::of(NetworkInterface::class)->fields;
        $options = [];
        foreach (array_keys(DeviceTable::COLUMNS) as $field) {
            $options[$field] = $form->field($field, $field, $fields[$field], null)->options;
        }

        return array_filter($options);
    }

    /** @param array<string, string|int> $more */
    private function url(string $route, JobInHand $hand, array $more = []): string
    {
        return $this->urls->generate($route, ['slug' => $hand->stored->getSlug(), ...$more]);
    }
}
