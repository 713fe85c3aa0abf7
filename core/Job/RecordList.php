<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Record\RecordType;

/** A list of the job file, as the value object of its records declares it. */
final readonly class RecordList
{
    public string $name;
    public string $one;
    public string $many;
    public string $section;
    public string $key;

    /**
     * @param class-string $type the value object of its records, with their declared fields
     *
     * @throws \LogicException for a type that declares no list
     */
    public function __construct(public string $type)
    {
        $declared = (new \ReflectionClass($type))->getAttributes(ListOf::class)[0]
            ?? throw new \LogicException(\sprintf('%s forms no list: it has no attribute #[ListOf].', $type));
        $list = $declared->newInstance();
        $this->name = $list->name;
        $this->one = $list->one;
        $this->many = $list->many;
        $this->section = $list->section;
        $this->key = $list->key;
    }

    /** Where it stands in a job file (RFC 9535). */
    public function path(): string
    {
        return '$.'.('' === $this->section ? '' : $this->section.'.').$this->name;
    }

    /** @return RecordType<object> */
    public function type(): RecordType
    {
        return RecordType::fromClass($this->type);
    }
}
