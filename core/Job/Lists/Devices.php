<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\RecordList;

/** Units to be provisioned. */
final class Devices extends RecordList
{
    public function __construct()
    {
        parent::__construct('devices', Device::class, 80, 'device', 'devices');
    }
}
