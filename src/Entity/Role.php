<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Vorhut\Core\InvalidValue;

/** What a user may do: a lead everything, a technician devices and bench, a viewer only look. */
enum Role: string
{
    case Lead = 'ROLE_LEAD';
    case Technician = 'ROLE_TECHNICIAN';
    case Viewer = 'ROLE_VIEWER';

    /** Whether it may do what another one may. */
    public function reaches(self $needed): bool
    {
        return array_search($this, self::cases(), true) <= array_search($needed, self::cases(), true);
    }

    /**
     * The role that a form sent; null where it says that there is none.
     *
     * @throws InvalidValue
     */
    public static function sent(string $value, string $none): ?self
    {
        return $value === $none ? null : self::tryFrom($value) ?? throw new InvalidValue(
            $value,
            'one of '.implode(', ', [...array_column(self::cases(), 'value'), '' === $none ? 'nothing' : $none]),
            'Choose it from the list. Nothing was changed.',
        );
    }

    /** What people call it; also where there is none. */
    public static function word(?self $role): string
    {
        return $role?->label() ?? 'no role';
    }

    /** Null for "none"; others by their label. */
    public static function named(string $label): ?self
    {
        return array_find(self::cases(), static fn ($role): bool => $role->label() === $label);
    }

    public function label(): string
    {
        return strtolower(substr($this->value, 5));
    }
}
