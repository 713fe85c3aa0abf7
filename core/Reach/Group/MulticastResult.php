<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Group;

use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Node\Node;

/** How far a datagram to a group comes. */
final readonly class MulticastResult
{
    /**
     * @param string|null $from the segment it is sent into; null where the sender has none
     * @param array<string, Reception> $heard by node
     * @param array<string, array{Node, string}> $via router that passed it into a segment, and from which one
     * @param array<string, Cause> $stops why it did not get into a segment, as far as a router had a say in it
     */
    public function __construct(public ?string $from, public array $heard, public array $stops, public array $via = []) {}
}
