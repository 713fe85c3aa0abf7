<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What a stage of a chain does with the sound. */
enum StageDoes: string implements HasLabel
{
    case Gain = 'gain';
    case Convert = 'convert';
    case Network = 'network';
    case Route = 'route';
    case Insert = 'insert';
    case Process = 'process';
    case Output = 'output';

    public function label(): string
    {
        return match ($this) {
            self::Gain => 'preamp',
            self::Convert => 'A/D or D/A conversion',
            self::Network => 'network transport',
            self::Route => 'routes',
            self::Insert => 'insert (send and return)',
            self::Process => 'processes',
            self::Output => 'output',
        };
    }
}
