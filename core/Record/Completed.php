<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** A value object of which some keys, left out, follow from others. */
interface Completed
{
    /**
     * @param array<array-key, mixed> $record
     *
     * @return array<array-key, mixed>
     */
    public static function complete(array $record): array;

    /** @return list<string> those keys: nobody has to write them */
    public static function completed(): array;
}
