<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Node\Node;

/** Where one packet ended: at its owner, or stopped with a cause. */
final readonly class PacketOutcome
{
    /** @param list<string> $hops ids of the nodes it passed, sender first */
    public function __construct(
        public ?Node $receiver,
        public Packet $packet,
        public array $hops,
        public ?Outcome $failure = null,
        public ?Cause $cause = null,
        /** The segment it came in from; null where it never left its sender. */
        public ?string $through = null,
    ) {}
}
