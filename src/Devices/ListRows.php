<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\Core\Exchange\DeviceImport;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\RecordType;

/** The rows of a list as they would be taken over, beside what they change. */
final class ListRows
{
    private const SHOWN = ['name', 'profile', 'segment', 'address', 'mac', 'location', 'serial'];
    private const TECHNICAL = ['address', 'mac', 'serial'];

    /**
     * @return array{
     *     line: int,
     *     new: bool,
     *     cells: array<string, array{label: string, was: string, text: string, technical: bool, changed: bool}>,
     * }
     */
    public static function row(Job $job, DeviceImport $import, Edit $edit): array
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
     * Fields that any row says something of.
     *
     * @param list<array{cells: array<string, array{text: string, was: string}>}> $rows
     *
     * @return array<string, true>
     */
    public static function shown(array $rows): array
    {
        $shown = [];
        foreach ($rows as $row) {
            $shown += array_filter(array_map(static fn (array $c): bool => '' !== $c['text'].$c['was'], $row['cells']));
        }

        return array_intersect_key(array_fill_keys(self::SHOWN, true), $shown);
    }

    /**
     * @param array<string, mixed> $record
     *
     * @return array<string, string> as people read them
     */
    private static function values(Job $job, array $record): array
    {
        $device = RecordType::fromClass(Device::class)->read($record);
        $values = DeviceFields::shownOf($device);
        $segment = $job->segments[$values['segment']] ?? null;

        return [
            'profile' => $job->profileOf($device)->name,
            'segment' => null === $segment?->vlan ? $segment->name ?? '' : \sprintf('VLAN %d', $segment->vlan),
            'location' => $job->locations[$values['location']]->name ?? '',
        ] + $values;
    }
}
