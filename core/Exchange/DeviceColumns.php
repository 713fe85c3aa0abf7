<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Record\RecordType;

/** Which column of a device list means what, whatever people call it: the names are declared with the fields. */
final class DeviceColumns
{
    /** The mask is part of an address, but people keep it beside it. */
    public const MASK = 'mask';
    private const MASK_NAMES = ['mask', 'netmask', 'subnet mask', 'prefix', 'prefix length'];

    /**
     * @param list<string> $header
     *
     * @return array{array<string, int>, list<string>} column numbers by meaning, and the names nobody knows
     */
    public static function recognise(array $header): array
    {
        $columns = [];
        $unknown = [];
        $names = self::names();
        foreach ($header as $index => $given) {
            $plain = trim((string) preg_replace('/[^a-z0-9]+/', ' ', strtolower($given)));
            $meaning = $names[$plain] ?? null;
            if (null !== $meaning && !isset($columns[$meaning])) {
                $columns[$meaning] = $index;
            } elseif ('' !== $given) {
                $unknown[] = $given;
            }
        }

        return [$columns, $unknown];
    }

    /** @return array<string, string> meaning by name */
    private static function names(): array
    {
        $names = array_fill_keys(self::MASK_NAMES, self::MASK);
        foreach ([Device::class, NetworkInterface::class] as $class) {
            foreach (RecordType::of($class)->fields as $key => $field) {
                $names += array_fill_keys($field->columns, $key);
            }
        }

        return $names;
    }
}
