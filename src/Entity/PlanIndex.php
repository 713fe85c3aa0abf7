<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

/** What the records of one job refer to by slug. */
final class PlanIndex
{
    /**
     * @param array<array-key, Location> $locations
     * @param array<array-key, Segment>  $segments
     * @param array<array-key, Device>   $devices
     */
    public function __construct(
        public array $locations = [],
        public array $segments = [],
        public array $devices = [],
    ) {
    }
}
