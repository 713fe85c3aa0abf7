<?php

declare(strict_types=1);

namespace Vorhut\Core\Schedule;

/** What is still to be done on the units of a job, as far as it depends on nobody outside. */
final readonly class Agenda
{
    /**
     * @param list<Task> $tasks
     * @param list<UnitWork> $units
     * @param list<LeftOut> $left
     */
    public function __construct(public array $tasks, public array $units, public array $left = []) {}
}
