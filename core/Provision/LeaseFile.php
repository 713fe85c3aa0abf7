<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\Job\Job;

/** A configuration that a DHCP server reads. */
interface LeaseFile
{
    /** @param list<string> $segments ids of those that are served; none for all that lease or reserve */
    public static function write(Job $job, ?FileServer $files, array $segments = []): string;
}
