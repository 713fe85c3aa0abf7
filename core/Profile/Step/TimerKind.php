<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile\Step;

use Vorhut\Core\Record\Field\HasLabel;

/** What a running time is for. */
enum TimerKind: string implements HasLabel
{
    case Window = 'window';
    case Hold = 'hold';
    case Wait = 'wait';

    public function label(): string
    {
        return match ($this) {
            self::Window => 'be ready',
            self::Hold => 'hold',
            self::Wait => 'wait',
        };
    }
}
