<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How a stream gets to several. */
enum Cast: string implements HasLabel
{
    case Unicast = 'unicast';
    case Multicast = 'multicast';

    public function label(): string
    {
        return self::Unicast === $this ? 'unicast' : 'multicast';
    }
}
