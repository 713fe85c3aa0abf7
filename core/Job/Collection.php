<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

/** The lists of a job whose records can be changed one by one. */
enum Collection: string
{
    case Locations = 'locations';
    case Segments = 'segments';
    case Routers = 'routers';
    case Profiles = 'profiles';
    case Devices = 'devices';
    case Extensions = 'extensions';
    case Intents = 'intents';

    /** The key that names a record in this list. */
    public function key(): string
    {
        return self::Extensions === $this ? 'number' : 'id';
    }

    /** Where the list stands in a job file. */
    public function path(): string
    {
        return self::Extensions === $this ? '$.voice.extensions' : '$.'.$this->value;
    }

    public function noun(): string
    {
        return rtrim($this->value, 's');
    }
}
