<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

/** One receiver of a broadcast or multicast, and whether its unicast answer finds back. */
final readonly class Heard
{
    public function __construct(public Node $node, public bool $replyArrives, public ?Cause $cause)
    {
    }
}
