<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** Whether a scene stands still. */
enum SceneLook: string implements HasLabel
{
    case Static = 'static';
    case Moving = 'moving';

    public function label(): string
    {
        return match ($this) {
            self::Static => 'static',
            self::Moving => 'moving, or several steps',
        };
    }
}
