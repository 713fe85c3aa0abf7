<?php

declare(strict_types=1);

namespace Vorhut\App\People;

/** What a user may do: a lead everything, a technician devices and bench, a viewer only look. */
enum Role: string
{
    case Lead = 'ROLE_LEAD';
    case Technician = 'ROLE_TECHNICIAN';
    case Viewer = 'ROLE_VIEWER';

    public function label(): string
    {
        return strtolower(substr($this->value, 5));
    }
}
