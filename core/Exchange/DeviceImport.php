<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Record\FileError;

/** What a device list would change in a job, row by row, before anything is changed. */
final readonly class DeviceImport
{
    /**
     * @param list<Edit> $edits
     * @param array<string, int> $lines line of the list by device id
     * @param list<FileError> $errors
     * @param ListHead $head what its columns hold
     * @param list<array{line: int, text: string, why: string}> $asides rows that are no devices
     * @param ListOrders $orders what somebody said of it
     * @param int $unchanged rows that say what is known already
     * @param array<int, string> $factory addresses that all units of a kind have from the factory, by line: they are not taken as planned
     * @param array<int, string> $unwired units planned in a network that their kind has no port for, by line: it is left out
     */
    public function __construct(
        public array $edits,
        public array $lines,
        public array $errors,
        public ListHead $head,
        public array $asides,
        public int $unchanged,
        public CsvTable $table,
        public ListOrders $orders,
        public UnknownNames $unknown,
        public MadeOnTheWay $made,
        public array $factory,
        public array $unwired,
    ) {}

    /** @return list<Edit> */
    public function added(): array
    {
        return array_values(array_filter($this->edits, static fn (Edit $e): bool => null === $e->before));
    }

    /** @return list<Edit> */
    public function changed(): array
    {
        return array_values(array_filter($this->edits, static fn (Edit $e): bool => null !== $e->before));
    }

    public function changeSet(): ChangeSet
    {
        return new ChangeSet(
            \sprintf('Imported a list: %d new, %d changed', \count($this->added()), \count($this->changed())),
            [...$this->made->places(), ...$this->edits, ...$this->made->numbers($this->edits)],
        );
    }
}
