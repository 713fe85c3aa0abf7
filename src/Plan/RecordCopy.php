<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Profile\DeviceProfile;

/** A new record like one that is there: without what only one can have. */
final class RecordCopy
{
    private const ONLY_ONE_HAS = ['mac', 'serial', 'hostname', 'address', 'extraAddresses'];

    /**
     * @param array<string, mixed> $record
     *
     * @return array<array-key, mixed>
     */
    public static function like(array $record, RecordList $list): array
    {
        unset($record[$list->key]);

        // The factory address of a kind is that of every unit of it.
        return DeviceProfile::class === $list->type ? $record : self::without($record);
    }

    /**
     * @param array<array-key, mixed> $record
     *
     * @return array<array-key, mixed>
     */
    private static function without(array $record): array
    {
        $kept = array_diff_key($record, array_flip(self::ONLY_ONE_HAS));

        return array_map(static fn (mixed $value): mixed => \is_array($value) ? self::without($value) : $value, $kept);
    }
}
