<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;

/** Whether the units of extensions get to register. */
interface Registrations
{
    /** Why the unit of an extension cannot register, in a sentence; null where it can, or where no unit is planned. */
    public function whyNot(Extension $extension): ?string;
}
