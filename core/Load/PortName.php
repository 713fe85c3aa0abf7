<?php

declare(strict_types=1);

namespace Vorhut\Core\Load;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\PortRef;

/** What people call a port. */
final class PortName
{
    public static function name(Job $job, PortRef $ref): string
    {
        return self::at($job, $ref->switch, $ref->port);
    }

    public static function at(Job $job, string $switch, string $port): string
    {
        return \sprintf('%s, port %s', $job->all(NetworkSwitch::class)[$switch]->name ?? $switch, $port);
    }
}
