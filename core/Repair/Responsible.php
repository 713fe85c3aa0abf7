<?php

declare(strict_types=1);

namespace Vorhut\Core\Repair;

/** Who must make a change. */
enum Responsible: string
{
    case Us = 'us';
    case Client = 'client';

    public function label(): string
    {
        return self::Us === $this ? 'You can do this yourself' : 'The client\'s network administrator must do it';
    }
}
