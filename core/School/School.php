<?php

declare(strict_types=1);

namespace Vorhut\Core\School;

use Vorhut\Core\Record\Field\Labelled;

/** One way of doing something about which good practitioners differ. */
interface School extends Labelled, \BackedEnum
{
    /** Why somebody does it so, in one sentence. */
    public function reason(): string;
}
