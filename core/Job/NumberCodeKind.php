<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What a short code does. */
enum NumberCodeKind: string implements HasLabel
{
    case Outside = 'outside';
    case Emergency = 'emergency';
    case Service = 'service';
    case Feature = 'feature';

    public function label(): string
    {
        return match ($this) {
            self::Outside => 'outside line',
            self::Emergency => 'emergency',
            self::Service => 'service',
            self::Feature => 'feature',
        };
    }
}
