<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Passwords. */
enum PasswordConvention: string implements Convention
{
    case PerUnit = 'per-unit';
    case PerKind = 'per-kind';

    public function label(): string
    {
        return match ($this) {
            self::PerUnit => 'one per device, stored in the vault',
            self::PerKind => 'one per device type (not recommended)',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::PerUnit => 'A leaked password opens one device.',
            self::PerKind => 'Fewer passwords; a leaked password opens every device of the type.',
        };
    }
}
