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
            self::PerUnit => 'one for each unit, kept in the vault',
            self::PerKind => 'one for each kind of unit in the job',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::PerUnit => 'One that leaks opens one unit.',
            self::PerKind => 'Fewer to look up; one that leaks opens all of the kind.',
        };
    }
}
