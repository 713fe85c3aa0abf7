<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

/** What may be open when a job is handed over, in the order in which it is looked at. */
enum OpenKind: string
{
    case Units = 'units';
    case Values = 'values';
    case NotRead = 'not-read';
    case Again = 'again';
    case Findings = 'findings';
    case Proof = 'proof';
    case Silent = 'silent';
    case Dates = 'dates';

    public function label(): string
    {
        return match ($this) {
            self::Units => 'Units that are not set up',
            self::Values => 'Values not set',
            self::NotRead => 'Not read at the unit',
            self::Again => 'To do again: the plan has changed since',
            self::Findings => 'Findings',
            self::Proof => 'Not proven',
            self::Silent => 'Silent when they were last asked',
            self::Dates => 'Licences, unlocks and their dates',
        };
    }
}
