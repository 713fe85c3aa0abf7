<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Text;

/** A module in a slot of a unit. */
final readonly class FittedModule
{
    public function __construct(
        #[Text('Slot', required: true, max: 64, technical: true)]
        public string $slot,
        #[Text('Module', required: true, max: 64, technical: true)]
        public string $module,
    ) {
    }
}
