<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Record\FileError;

/** Routers and devices share their ids. */
final class RouterIdCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        foreach (array_keys($job->routers) as $index => $id) {
            if (isset($job->devices[$id])) {
                yield new FileError(
                    \sprintf('%s[%d].id', Lists::forType(Router::class)->path(), $index),
                    FileError::show((string) $id),
                    'an id that no device carries',
                    'Routers and devices share one set of ids.',
                );
            }
        }
    }
}
