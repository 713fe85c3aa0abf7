<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\HasLabel;

/** What is read off a unit that runs. */
enum ReadingOf: string implements HasLabel
{
    case Rate = 'rate';
    case Temperature = 'temperature';

    public function label(): string
    {
        return match ($this) {
            self::Rate => 'bit rate, kbit/s',
            self::Temperature => 'temperature inside, °C',
        };
    }

    public function unit(): string
    {
        return self::Rate === $this ? 'kbit/s' : '°C';
    }
}
