<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

/** One record that is not as it was when the job was signed. */
final readonly class RecordDrift
{
    /**
     * @param string $list its key in the job file
     * @param string $one what people call one of its records
     * @param string $is "new", "gone" or "changed"
     * @param list<array{string, string, string}> $fields of a changed one: path, before, after
     */
    public function __construct(
        public string $list,
        public string $id,
        public string $one,
        public string $name,
        public string $is,
        public array $fields,
    ) {
    }
}
