<?php

declare(strict_types=1);

namespace Vorhut\Core\Exchange;

/** Makes records of one list that were written before a change of shape look as if they were written after it. */
interface Upcaster
{
    /** The list whose records it raises. */
    public function list(): string;

    /** The version of the job file that has the new shape first. */
    public function version(): int;

    /**
     * @param array<array-key, mixed> $record in the shape of the version before
     *
     * @return array<array-key, mixed>
     */
    public function raise(array $record): array;
}
