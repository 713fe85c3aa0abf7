<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Kind;

use Vorhut\Core\Exchange\Directory;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\Paper;

/** Whom one can call, by name. */
final class DirectoryList implements Paper
{
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
        return ['Name', 'Number', 'Address', 'Place', 'Mail'];
    }

    public function figures(): array
    {
        return [];
    }

    public function rows(Job $job): array
    {
        return array_map(array_values(...), Directory::of($job)->entries);
    }
}
