<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Job\NetworkSwitch;
use Vorhut\Core\Job\PortRef;
use Vorhut\Core\Job\SwitchPort;
use Vorhut\Core\Record\FileError;

/** The ports of a switch have names of their own, and cables lead to ports that exist. */
final class SwitchPortCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(NetworkSwitch::class) as $switch) {
            $path = \sprintf('%s[%d].ports', Lists::forType(NetworkSwitch::class)->path(), $index++);
            $names = array_map(static fn (SwitchPort $p): string => $p->name, $switch->ports);
            foreach (array_diff_key($names, array_unique($names)) as $place => $name) {
                $at = \sprintf('%s[%d].name', $path, $place);
                yield new FileError($at, FileError::show($name), 'each name once', 'Ports are identified by it.');
            }
        }
        foreach (['devices' => $job->devices, 'routers' => $job->routers] as $list => $units) {
            foreach (array_values($units) as $place => $unit) {
                foreach ($unit->interfaces as $number => $interface) {
                    if (null !== $interface->plug->to && !self::isThere($job, $interface->plug->to)) {
                        yield self::noPort(\sprintf('$.%s[%d].interfaces[%d].plug.to', $list, $place, $number), $interface->plug->to);
                    }
                }
            }
        }
    }

    public static function isThere(Job $job, PortRef $ref): bool
    {
        return null !== ($job->all(NetworkSwitch::class)[$ref->switch] ?? null)?->port($ref->port);
    }

    public static function noPort(string $path, PortRef $ref): FileError
    {
        return new FileError($path, FileError::show((string) $ref), 'a port of a switch of this job', 'Name it in "switches".');
    }
}
