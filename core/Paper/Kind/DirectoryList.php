<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Exchange\Directory;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Back\Cell;
use Vorhut\Core\Paper\Back\Line;
use Vorhut\Core\Paper\Back\OfLines;
use Vorhut\Core\Paper\Back\Reimportable;
use Vorhut\Core\Paper\Back\RowOf;

/** Whom one can call, by name. */
final class DirectoryList implements Reimportable
{
    use OfLines;

    public function name(): string
    {
        return 'directory';
    }

    public function title(): string
    {
        return 'Directory';
    }

    public function heads(): array
    {
        return ['Name', 'Extension', 'Address', 'Location', 'Mail'];
    }

    public function figures(): array
    {
        return [];
    }

    public function cells(): array
    {
        return [
            'Name' => Cell::text('name'),
            'Mail' => Cell::text('mail'),
        ];
    }

    public function lines(Job $job): array
    {
        $lines = [];
        foreach (Directory::fromJob($job)->entries as $entry) {
            $of = null === $entry['device'] ? new RowOf(Extension::class, $entry['number']) : new RowOf(Device::class, $entry['device']);
            unset($entry['device']);
            $lines[] = new Line(array_values($entry), $of);
        }

        return $lines;
    }
}
