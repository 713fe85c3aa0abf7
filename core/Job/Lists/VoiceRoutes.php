<?php

declare(strict_types=1);

namespace Vorhut\Core\Job\Lists;

use Vorhut\Core\Job\RecordList;
use Vorhut\Core\Job\VoiceRoute;

/** What happens to calls, in order. */
final class VoiceRoutes extends RecordList
{
    public function __construct()
    {
        parent::__construct('routes', VoiceRoute::class, 92, 'call route', 'call routes', 'voice');
    }
}
