<?php

declare(strict_types=1);

namespace Vorhut\Core\Planning;

use Vorhut\Core\Net\Ipv4Address;

/** What the address planner is asked for. */
final readonly class PlanRequest
{
    /**
     * @param list<string>|null $devices only these devices; null: all
     * @param list<Ipv4Address> $seen addresses that answered an earlier scan
     */
    public function __construct(
        public BlockBy $blockBy = BlockBy::Kind,
        public ?array $devices = null,
        public array $seen = [],
        /** Addresses left free behind each block, as a share of its size in percent, at least two. */
        public int $growthPercent = 25,
    ) {}
}
