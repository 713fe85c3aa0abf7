<?php

declare(strict_types=1);

namespace Vorhut\Core\Record;

/** A value object whose keys must agree with each other. */
interface Checked
{
    /** @throws InvalidFile made by RawRecord::refuse() */
    public function check(RawRecord $given): void;
}
