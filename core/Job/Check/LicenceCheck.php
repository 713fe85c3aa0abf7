<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Profile\LicenceKind;
use Vorhut\Core\Record\FileError;

/** Licences and unlocks of units. */
final class Licences extends RecordList
{
    public function __construct()
    {
        parent::__construct('licences', Licence::class, 116, 'licence', 'licences');
    }

    public function check(Job $job): iterable
    {
        $index = 0;
        foreach ($job->all(Licence::class) as $licence) {
            $path = $this->path().'['.$index++.']';
            $device = $job->devices[$licence->device] ?? null;
            $kinds = null === $device ? [] : $job->profileOf($device)->licences;
            $ids = array_map(static fn (LicenceKind $k): string => $k->id, $kinds);
            if (null !== $device && !\in_array($licence->kind, $ids, true)) {
                yield new FileError(
                    $path.'.kind',
                    FileError::show($licence->kind),
                    [] === $ids ? 'nothing: its kind takes no licence' : 'one of '.implode(', ', $ids),
                );
            }
        }
    }
}
