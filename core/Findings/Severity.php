<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

/** How much a finding matters. */
enum Severity: string
{
    /** It will not work, or only by luck. */
    case Error = 'wrong';
    /** It works until something happens. */
    case Warning = 'care';

    public function label(): string
    {
        return self::Error === $this ? 'error' : 'warning';
    }
}
