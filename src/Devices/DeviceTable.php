<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;

/** The devices of a job as rows of a table: filtered, sorted, a page at a time. */
final readonly class DeviceTable
{
    public const PAGE = 100;
    /** Heading by field, in the order of the table. */
    public const COLUMNS = [
        'name' => 'Name',
        'profile' => 'Device type',
        'location' => 'Location',
        'segment' => 'VLAN',
        'mode' => 'Mode',
        'address' => 'Address',
        'gateway' => 'Gateway',
        'mac' => 'MAC',
        'serial' => 'Serial number',
        'hostname' => 'Host name',
        'firmware' => 'Firmware',
        'stage' => 'Stage',
    ];
    private const USUAL = ['name', 'profile', 'location', 'segment', 'address', 'gateway', 'mac', 'stage'];
    private const TECHNICAL = ['address', 'gateway', 'mac', 'serial', 'hostname', 'firmware'];

    /** @var array<string, string> heading by field, of those that are shown */
    public array $columns;

    /**
     * @param array<string, list<Finding>> $findings by device
     * @param list<string> $columns fields that are shown; none for the usual ones. The name is always shown
     */
    public function __construct(private Job $job, private array $findings, array $columns = [])
    {
        $shown = ['name', ...[] === array_intersect($columns, array_keys(self::COLUMNS)) ? self::USUAL : $columns];
        $this->columns = array_intersect_key(self::COLUMNS, array_flip($shown));
    }

    /** @return list<string> ids */
    public function filtered(DeviceQuery $query): array
    {
        $words = array_values(array_filter(explode(' ', mb_strtolower($query->filter)), static fn (string $w): bool => '' !== $w));
        $devices = array_filter(
            $this->job->devices,
            fn (Device $d): bool => $this->isMeant($d, $query->only) && self::isNarrowed($d, $query->narrow) && $this->says($d, $words),
        );
        if ('order' !== $query->sort) {
            uasort($devices, static fn (Device $a, Device $b): int => self::key($a, $query->sort) <=> self::key($b, $query->sort));
        }

        return array_values(array_map(static fn (Device $d): string => $d->id, $devices));
    }

    /** @return list<DeviceCell> the cells of one row */
    public function cells(Device $device): array
    {
        $values = DeviceFields::shownOf($device);
        $shown = $this->shown($device, $values);
        $segment = $this->job->segments[$values['segment']] ?? null;
        $cells = [];
        foreach ($this->columns as $field => $label) {
            $text = $shown[$field] ?? '';
            $tone = 'address' === $field && '' === $values['address'] ? ('' === $text ? 'missing' : 'leased') : '';
            $cells[] = new DeviceCell(
                field: $field,
                label: $label,
                value: $values[$field] ?? '',
                text: 'missing' === $tone ? 'none yet' : $text,
                title: 'segment' === $field ? $segment->name ?? '' : $text,
                technical: \in_array($field, self::TECHNICAL, true),
                tone: $tone,
            );
        }

        return $cells;
    }

    /** @return list<string> titles of what is wrong with it */
    public function faults(string $id): array
    {
        return array_map(static fn (Finding $f): string => $f->title, $this->findings[$id] ?? []);
    }

    private function isMeant(Device $device, string $only): bool
    {
        return match ($only) {
            'findings' => isset($this->findings[$device->id]),
            'unaddressed' => null === $device->primaryAddress() && true === ($device->interfaces[0] ?? null)?->mode->needsAddress(),
            default => true,
        };
    }

    /** @param array<string, string> $narrow wanted value by field */
    private static function isNarrowed(Device $device, array $narrow): bool
    {
        return [] === $narrow || [] === array_diff_assoc($narrow, DeviceQuery::narrowing($device));
    }

    /** @param list<string> $words */
    private function says(Device $device, array $words): bool
    {
        if ([] === $words) {
            return true;
        }
        $values = DeviceFields::shownOf($device);
        $segment = $this->job->segments[$values['segment']]->name ?? '';
        $text = mb_strtolower(implode(' ', [...array_values($values), ...array_values($this->shown($device, $values)), $segment]));

        return [] === array_filter($words, static fn (string $w): bool => !str_contains($text, $w));
    }

    /**
     * @param array<string, string> $values
     *
     * @return array<string, string> as people read them
     */
    private function shown(Device $device, array $values): array
    {
        $segment = $this->job->segments[$values['segment']] ?? null;
        $leased = true !== ($device->interfaces[0] ?? null)?->mode->needsAddress();
        $shown = [
            'profile' => $this->job->profileOf($device)->name,
            'location' => $this->job->locations[$device->location]->name ?? '',
            'segment' => (string) ($segment->vlan ?? $segment->name ?? ''),
            'stage' => $device->stage->label(),
            'mode' => ($device->interfaces[0] ?? null)?->mode->label() ?? '',
        ];

        return $shown + ['address' => '' === $values['address'] && $leased ? $shown['mode'] : $values['address']] + $values;
    }

    private static function key(Device $device, string $sort): string|int
    {
        return match ($sort) {
            'address' => $device->primaryAddress()->address->value ?? \PHP_INT_MAX,
            'name' => mb_strtolower($device->name),
            default => DeviceFields::shownOf($device)[$sort] ?? '',
        };
    }
}
