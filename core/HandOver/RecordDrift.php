<?php

declare(strict_types=1);

namespace Vorhut\Core\HandOver;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;

/** One record that is not as it was when the job was signed. */
final readonly class RecordDrift
{
    /**
     * @param string $list its key in the job file
     * @param string $one what people call one of its records
     * @param string $is "new", "gone" or "changed"
     * @param list<array{string, string, string}> $fields of a changed one: path, before, after
     * @param Edit $back makes it as it was when it was signed
     */
    public function __construct(
        public string $list,
        public string $id,
        public string $one,
        public string $name,
        public string $is,
        public array $fields,
        public Edit $back,
    ) {}

    /** The same while the record stays as it is now. */
    public function key(): string
    {
        return \sprintf('%s %s %s', $this->list, $this->id, substr((new ChangeSet('', [$this->back->reversed()]))->fingerprint(), 0, 12));
    }
}
