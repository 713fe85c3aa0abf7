<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Group;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Node\Node;

/** Somebody who receives a datagram that was sent to more than one. */
final readonly class Reception
{
    public function __construct(
        public Node $node,
        /** Whether the unicast answer gets back to who asked. */
        public bool $replyArrives,
        public ?Cause $cause,
        /** Received now, but not any more once memberships have aged out (about 260 s, RFC 3376, section 8.4). */
        public bool $expires = false,
    ) {}
}
