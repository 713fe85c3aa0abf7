<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** What lies beyond a segment, outside the plan. */
enum ExternalKind: string
{
    case Internet = 'internet';
    /** Another organisation's network, or a part of the client's that is not planned here. */
    case OtherNetwork = 'other-network';
}
