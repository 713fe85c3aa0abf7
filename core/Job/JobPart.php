<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\InvalidFile;

/** Some records of one list, read: a job is put together from such parts. */
final readonly class JobPart
{
    /**
     * @param string $list the list's name
     * @param array<array-key, array<string, mixed>> $records by id, in order
     * @param array<array-key, object> $objects the same, read
     */
    private function __construct(
        public string $list,
        public array $records,
        public array $objects,
    ) {}

    /**
     * @param array<array-key, array<string, mixed>> $records by id
     *
     * @throws InvalidFile with every error found, their paths counted from the first of these records
     */
    public static function read(RecordList $list, array $records): self
    {
        $objects = $errors = [];
        $type = $list->type();
        $index = 0;
        foreach ($records as $id => $record) {
            try {
                $objects[$id] = $type->read($record);
            } catch (InvalidFile $e) {
                array_push($errors, ...$e->under(\sprintf('%s[%d]', $list->path(), $index))->errors);
            }
            ++$index;
        }
        if ([] !== $errors) {
            throw new InvalidFile($errors);
        }

        return new self($list->name, $records, $objects);
    }
}
