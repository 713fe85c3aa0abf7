<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

/** How an exchange ends. */
enum Outcome: string
{
    case Ok = 'ok';
    /** Arrived, nobody listens; the refusal came back. */
    case Refused = 'refused';
    /** The sender, or a router on the way, has nowhere to send it. */
    case NoRoute = 'no-route';
    /** Nobody answered ARP for the next hop. */
    case NoNeighbour = 'no-neighbour';
    case Filtered = 'filtered';
    /** Delivered, but the answer does not come back. */
    case LostReply = 'lost-reply';
    /** An address on the way has two owners. */
    case Ambiguous = 'ambiguous';
}
