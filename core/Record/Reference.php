<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** A value that names a record of another list. */
final readonly class Reference
{
    /**
     * @param list<string> $lists the lists it may stand in
     * @param string $path where the value stands, behind the path of its record
     * @param string $what what people call the record named
     */
    public function __construct(
        public array $lists,
        public string $id,
        public string $what,
        public string $path = '',
        public ?string $shown = null,
    ) {}

    public function under(string $path): self
    {
        return new self(lists: $this->lists, id: $this->id, what: $this->what, path: $path.$this->path, shown: $this->shown);
    }
}
