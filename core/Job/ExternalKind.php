<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What lies beyond a segment, outside the plan. */
enum ExternalKind: string implements HasLabel
{
    case Internet = 'internet';
    /** Another organisation's network, or a part of the client's that is not planned here. */
    case OtherNetwork = 'other-network';

    public function label(): string
    {
        return match ($this) {
            self::Internet => 'the internet',
            self::OtherNetwork => 'another network',
        };
    }
}
