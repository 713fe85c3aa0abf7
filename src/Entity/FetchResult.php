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
            self::Served => 'received its file',
            self::WithSecret => 'received its file, with its secret',
            self::Unknown => 'requested an unknown file',
            self::Faulty => 'received nothing: the template has an error',
        };
    }
}
