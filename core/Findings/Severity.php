<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

/** How much a finding matters. */
enum Severity: string
{
    /** It will not work, or only by luck. */
    case Wrong = 'wrong';
    /** It works until something happens. */
    case Care = 'care';
}
