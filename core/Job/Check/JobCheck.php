<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\FileError;

/** Something that several records have to agree about. */
interface JobCheck
{
    /** @return iterable<FileError> */
    public function errors(Job $job): iterable;
}
