<?php

declare(strict_types=1);

namespace Vorhut\Core\Paper\Back;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Paper\PrintableList;

/** A list that other people keep, and that comes back with other cells. */
interface Reimportable extends PrintableList
{
    /** @return list<Line> what rows() says, with whose it is */
    public function lines(Job $job): array;

    /** @return array<string, Cell> what may be changed, by heading */
    public function cells(): array;
}
