<?php

declare(strict_types=1);

namespace Vorhut\Core\Visit;

use Vorhut\Core\Job\Edit;

/** How a unit is not as it was left. */
final readonly class UnitDrift
{
    /**
     * @param string $key by which it is left so; it is another one once the unit is otherwise again
     * @param string $unit id of the device
     * @param string $what in a sentence
     * @param string $advice what to do
     * @param Edit|null $take what takes it into the plan; null where the plan is right and the unit is not
     */
    public function __construct(
        public string $key,
        public string $unit,
        public string $name,
        public string $what,
        public string $advice,
        public ?Edit $take,
    ) {}
}
