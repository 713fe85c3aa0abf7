<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Dates\FirmwareLines;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableList;
use Vorhut\Core\Setting\Settings;

/** Firmware by kind: wanted, found on which units, what takes a newer one. */
final class FirmwareList implements PrintableList
{
    public function name(): string
    {
        return 'firmware';
    }

    public function title(): string
    {
        return 'Firmware';
    }

    public function heads(): array
    {
        return ['Device type', 'Planned', 'Found', 'Devices', 'Note'];
    }

    public function figures(): array
    {
        return [];
    }

    public function rows(Job $job): array
    {
        $rows = [];
        foreach (FirmwareLines::lines(new Settings($job)) as $line) {
            foreach ($line->found as $version => $units) {
                $rows[] = [
                    $line->kind,
                    $line->wanted,
                    '' === (string) $version ? 'not read yet' : (string) $version,
                    implode(', ', array_map(static fn (Device $d): string => $d->name, $units)),
                    implode('; ', $line->notes),
                ];
            }
        }

        return $rows;
    }
}
