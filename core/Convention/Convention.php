<?php

declare(strict_types=1);

namespace Vorhut\Core\Convention;

use Vorhut\Core\Record\Field\HasLabel;

/** One way of doing something about which good practitioners differ. */
interface Convention extends HasLabel, \BackedEnum
{
    /** Why somebody does it so, in one sentence. */
    public function reason(): string;
}
