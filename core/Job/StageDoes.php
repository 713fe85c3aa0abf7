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
            self::Gain => 'sets the gain',
            self::Convert => 'converts',
            self::Network => 'carries over the network',
            self::Route => 'routes',
            self::Insert => 'processes, sent and returned',
            self::Process => 'processes',
            self::Output => 'gives out',
        };
    }
}
