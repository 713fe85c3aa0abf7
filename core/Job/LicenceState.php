<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** How far a licence has come. */
enum LicenceState: string implements HasLabel
{
    case Wanted = 'wanted';
    case Ordered = 'ordered';
    case Received = 'received';
    case Applied = 'applied';
    case Seen = 'seen';

    public function label(): string
    {
        return match ($this) {
            self::Wanted => 'to order',
            self::Ordered => 'ordered',
            self::Received => 'key received',
            self::Applied => 'applied',
            self::Seen => 'verified on the device',
        };
    }

    public function isInTheUnit(): bool
    {
        return self::Applied === $this || self::Seen === $this;
    }
}
