<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** Records of this type form a list of the job file; `Job\Lists` says in which order. */
#[\Attribute(\Attribute::TARGET_CLASS)]
final readonly class ListOf
{
    /**
     * @param string $name its key in the file
     * @param string $one what people call one of its records
     * @param string $many what they call several
     * @param string $section the key of the object it stands in; '' for the file itself
     * @param string $key the key that names a record
     */
    public function __construct(
        public string $name,
        public string $one,
        public string $many,
        public string $section = '',
        public string $key = 'id',
    ) {}
}
