<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\FileError;

/** Modules and slots are those of the device type. */
final class ModuleCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        $index = 0;
        foreach ($job->devices as $device) {
            $path = \sprintf('%s[%d]', Lists::forType(Device::class)->path(), $index++);
            $profile = $job->profileOf($device);
            foreach ($device->modules as $number => $fitted) {
                foreach (['slot' => $profile->slots, 'module' => $profile->modules] as $key => $known) {
                    $ids = array_column($known, 'name', 'id');
                    if (!isset($ids[$fitted->{$key}])) {
                        yield self::unknown(\sprintf('%s.modules[%d].%s', $path, $number, $key), $fitted->{$key}, $profile->name, $ids);
                    }
                }
            }
        }
    }

    /** @param array<string, string> $ids names by id */
    private static function unknown(string $path, string $given, string $kind, array $ids): FileError
    {
        $named = array_map(static fn (string $id, string $name): string => \sprintf('%s (%s)', $id, $name), array_keys($ids), $ids);
        $allowed = [] === $ids ? 'nothing: the device type has none' : 'one of '.implode(', ', $named);

        return new FileError($path, FileError::show($given), $allowed, \sprintf('These are what %s has.', $kind));
    }
}
