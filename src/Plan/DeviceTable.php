<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Findings\Finding;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;

/** The devices of a job as rows of a table: filtered, sorted, a page at a time. */
final readonly class DeviceTable
{
    public const PAGE = 100;
    /** Heading by field, in the order of the table. */
    public const COLUMNS = ['name' => 'Name', 'profile' => 'Kind', 'location' => 'Place', 'segment' => 'VLAN', 'address' => 'Address', 'gateway' => 'Gateway', 'mac' => 'MAC', 'stage' => 'Stage'];

    /**
     * @param array<string, list<Finding>> $findings by device
     * @param array<array-key, int>        $versions by device
     */
    public function __construct(private Job $job, private array $findings, private array $versions)
    {
    }

    /**
     * @param string|null $only "findings", "unaddressed" or null
     *
     * @return list<string>
     */
    public function filtered(string $filter, string $sort, ?string $only): array
    {
        $words = array_values(array_filter(explode(' ', mb_strtolower($filter)), static fn (string $w): bool => '' !== $w));
        $devices = array_filter($this->job->devices, function (Device $d) use ($words, $only): bool {
            if ('findings' === $only && !isset($this->findings[$d->id])) {
                return false;
            }
            if ('unaddressed' === $only && (null !== $d->primaryAddress() || true !== ($d->interfaces[0] ?? null)?->mode->needsAddress())) {
                return false;
            }
            if ([] === $words) {
                return true;
            }
            $text = mb_strtolower(implode(' ', [...array_values(DeviceFields::of($d)), $this->job->profileOf($d)->name, $this->job->segments[($d->interfaces[0] ?? null)?->segment]->name ?? '', $this->job->locations[$d->location]->name ?? '']));

            return [] === array_filter($words, static fn (string $w): bool => !str_contains($text, $w));
        });
        if ('order' !== $sort) {
            uasort($devices, static fn (Device $a, Device $b): int => self::key($a, $sort) <=> self::key($b, $sort));
        }

        return array_values(array_map(static fn (Device $d): string => $d->id, $devices));
    }

    /**
     * @param list<string> $ids
     *
     * @return list<array{id: string, version: int, values: array<string, string>, shown: array<string, string>, segmentName: string, findings: list<Finding>, settled: bool}>
     */
    public function rows(array $ids): array
    {
        $rows = [];
        foreach ($ids as $id) {
            $device = $this->job->devices[$id];
            $values = DeviceFields::of($device);
            $shown = $values;
            $shown['profile'] = $this->job->profileOf($device)->name;
            $shown['location'] = $this->job->locations[$device->location]->name ?? '';
            $segment = $this->job->segments[$values['segment']] ?? null;
            $shown['segment'] = (string) ($segment->vlan ?? $segment->name ?? '');
            $shown['stage'] = $device->stage->label();
            if ('' === $values['address']) {
                $shown['address'] = 'static' === $values['mode'] || 'reserved' === $values['mode'] ? '' : $values['mode'];
            }
            $rows[] = ['id' => $id, 'version' => $this->versions[$id] ?? 1, 'values' => $values, 'shown' => $shown, 'segmentName' => $segment->name ?? '', 'findings' => $this->findings[$id] ?? [], 'settled' => $device->stage->isSettled()];
        }

        return $rows;
    }

    private static function key(Device $device, string $sort): string|int
    {
        return match ($sort) {
            'address' => $device->primaryAddress()->address->value ?? \PHP_INT_MAX,
            'name' => mb_strtolower($device->name),
            default => DeviceFields::of($device)[$sort] ?? '',
        };
    }
}
