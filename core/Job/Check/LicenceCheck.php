<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Check;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Profile\LicenceKind;
use Vorhut\Core\Record\FileError;

/** A licence is of a sort that the device type knows. */
final class LicenceCheck implements JobCheck
{
    public function errors(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(Licence::class) as $licence) {
            $path = Lists::forType(Licence::class)->path().'['.$index++.']';
            $device = $job->devices[$licence->device] ?? null;
            $kinds = null === $device ? [] : $job->profileOf($device)->licences;
            $ids = array_map(static fn (LicenceKind $k): string => $k->id, $kinds);
            if (null !== $device && !\in_array($licence->kind, $ids, true)) {
                yield new FileError(
                    $path.'.kind',
                    FileError::show($licence->kind),
                    [] === $ids ? 'nothing: its device type has no licences' : 'one of '.implode(', ', $ids),
                );
            }
        }
    }
}
