<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\OfKind;

/** A module in a slot of a unit. */
final readonly class FittedModule
{
    public function __construct(
        #[OfKind('slots', 'Slot')]
        public string $slot,
        #[OfKind('modules', 'Module')]
        public string $module,
    ) {}
}
