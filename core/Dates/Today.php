<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

/** The day it is where the job is. */
final readonly class Today
{
    /** @param string $day (ISO 8601) */
    public function __construct(public string $day) {}

    /** Days from today until another day; negative where that has passed. */
    public function until(string $day): int
    {
        $from = \DateTimeImmutable::createFromFormat('!Y-m-d', $this->day);
        $to = \DateTimeImmutable::createFromFormat('!Y-m-d', $day);

        return false === $from || false === $to ? 0 : (int) $from->diff($to)->format('%r%a');
    }
}
