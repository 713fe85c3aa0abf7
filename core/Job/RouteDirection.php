<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Which way a route leads. */
enum RouteDirection: string implements HasLabel
{
    case Out = 'out';
    case In = 'in';

    public function label(): string
    {
        return match ($this) {
            self::Out => 'outbound',
            self::In => 'inbound',
        };
    }
}
