<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Record\FileError;

/** No location contains itself. */
final class LocationCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        foreach (array_values($job->locations) as $index => $location) {
            if (self::circular($job, $location->id)) {
                yield new FileError(
                    \sprintf('%s[%d].within', Lists::forType(Location::class)->path(), $index),
                    FileError::show($location->within),
                    'a location outside this one',
                    'The locations contain each other in a loop.',
                );
            }
        }
    }

    private static function circular(Job $job, string $start): bool
    {
        $seen = [];
        $id = $start;
        while (null !== $id && isset($job->locations[$id])) {
            if (isset($seen[$id])) {
                return $id === $start;
            }
            $seen[$id] = true;
            $id = $job->locations[$id]->within;
        }

        return false;
    }
}
