<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

enum FilterAction: string
{
    case Permit = 'permit';
    case Deny = 'deny';
}
