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
            self::OwnNumber => 'separate number, over a trunk between the systems',
            self::OneNumber => 'one number, fax detected by its calling tone (CNG)',
            self::Extension => 'fax server registered as a SIP extension',
        };
    }

    public function reason(): string
    {
        return match ($this) {
            self::OwnNumber => 'No detection is needed.',
            self::OneNumber => 'One published number; a fax machine without CNG reaches a person.',
            self::Extension => 'No trunk needed; concurrent faxes are limited to its registrations.',
        };
    }
}
