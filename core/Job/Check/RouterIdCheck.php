<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Record\FileError;

/** Layer-3 devices. */
final class Routers extends RecordList
{
    public function __construct()
    {
        parent::__construct('routers', Router::class, 60, 'router', 'routers');
    }

    public function check(Job $job): iterable
    {
        foreach (array_keys($job->routers) as $index => $id) {
            if (isset($job->devices[$id])) {
                yield new FileError(
                    \sprintf('%s[%d].id', $this->path(), $index),
                    FileError::show((string) $id),
                    'an id that no device carries',
                    'Routers and devices share their ids, since both can be asked about.',
                );
            }
        }
    }
}
