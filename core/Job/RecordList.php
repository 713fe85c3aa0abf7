<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\FileError;
use Vorhut\Core\Record\RecordType;

/** A list of the job file, declared by a class in Lists. */
abstract class RecordList
{
    /**
     * @param string $name its key in the file
     * @param class-string $type the value object of its records, with their declared fields
     * @param int $place where it stands in the file, from the top
     * @param string $one what people call one of its records
     * @param string $many what they call several
     * @param string $section the key of the object it stands in; '' for the file itself
     * @param string $key the key that names a record
     */
    public function __construct(
        public readonly string $name,
        public readonly string $type,
        public readonly int $place,
        public readonly string $one,
        public readonly string $many,
        public readonly string $section = '',
        public readonly string $key = 'id',
    ) {
    }

    /** Where it stands in a job file (RFC 9535). */
    final public function path(): string
    {
        return '$.'.('' === $this->section ? '' : $this->section.'.').$this->name;
    }

    /** @return RecordType<object> */
    final public function type(): RecordType
    {
        return RecordType::of($this->type);
    }

    /**
     * What no single record shows.
     *
     * @return iterable<FileError>
     */
    public function check(Job $job): iterable
    {
        return [];
    }
}
