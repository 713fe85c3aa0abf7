<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\Scene;

/** What scene stores keep. */
final class Scenes extends RecordList
{
    public function __construct()
    {
        parent::__construct('scenes', Scene::class, 106, 'scene', 'scenes');
    }
}
