<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

/** What somebody got who asked for the file of a unit. */
enum FetchResult: string
{
    case Served = 'served';
    case WithSecret = 'with-secret';
    case Unknown = 'unknown';
    case Faulty = 'faulty';

    public function label(): string
    {
        return match ($this) {
            self::Served => 'got its file',
            self::WithSecret => 'got its file, with its secret',
            self::Unknown => 'asked for a file that nobody has',
            self::Faulty => 'got nothing: the template cannot be read',
        };
    }
}
