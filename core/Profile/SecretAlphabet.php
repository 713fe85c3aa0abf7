<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Field\HasLabel;

/** What the characters of a secret are taken from. Where several sorts stand beside each other, those that look alike are left out. */
enum SecretAlphabet: string implements HasLabel
{
    case Digits = 'digits';
    case Lower = 'lower';
    case LowerDigits = 'lower-digits';
    case LettersDigits = 'letters-digits';

    public function label(): string
    {
        return match ($this) {
            self::Digits => 'digits',
            self::Lower => 'small letters',
            self::LowerDigits => 'small letters and digits',
            self::LettersDigits => 'letters and digits',
        };
    }

    /** Whether a secret that somebody chose is made of it. Where letters and digits go, signs are left to who chose them. */
    public function takes(string $secret): bool
    {
        return 1 === preg_match(match ($this) {
            self::Digits => '/^\d+$/D',
            self::Lower => '/^[a-z]+$/D',
            self::LowerDigits => '/^[a-z0-9]+$/D',
            self::LettersDigits => '/^[\x21-\x7E]+$/D',
        }, $secret);
    }

    /** @return non-empty-list<non-empty-string> each sort that must be in it */
    public function sorts(): array
    {
        return match ($this) {
            self::Digits => ['0123456789'],
            self::Lower => ['abcdefghijkmnpqrstuvwxyz'],
            self::LowerDigits => ['abcdefhijkmnprstuvwxyz', '234678'],
            self::LettersDigits => ['abcdefhijkmnprstuvwxyz', 'ACEFHJKLMNPRTUVWXY', '3479'],
        };
    }
}
