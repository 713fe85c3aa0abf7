<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

/** Fax with the phone system. */
enum FaxConvention: string implements Convention
{
    case OwnNumber = 'own-number';
    case OneNumber = 'one-number';
    case Extension = 'extension';

    public function label(): string
    {
        return match ($this) {
            self::OwnNumber => 'a number of its own, over a trunk between the systems',
            self::OneNumber => 'one number, calls sorted by tone',
            self::Extension => 'registered as an extension',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::OwnNumber => 'Calls never have to be told apart.',
            self::OneNumber => 'One number on the letterhead; a caller who sends no tone lands at a person.',
            self::Extension => 'No trunk to set up; only as many faxes at once as it registers.',
        };
    }
}
