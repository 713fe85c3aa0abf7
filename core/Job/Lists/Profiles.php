<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Profile\DeviceProfile;

/** Kinds of unit of this job alone. */
final class Profiles extends RecordList
{
    public function __construct()
    {
        parent::__construct('profiles', DeviceProfile::class, 70, 'kind of unit', 'kinds of unit');
    }
}
