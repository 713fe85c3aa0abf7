<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Job\FilterAction;

/** A router's rules, in order, the first that matches counts. They act on what is passed on, not on traffic to the router itself. */
final readonly class Filter
{
    public function __construct(private Sentences $say)
    {
    }

    /** Null where the packet passes. */
    public function stops(Node $router, Packet $packet, Leg $leg): ?Cause
    {
        foreach ($router->rules as $index => $rule) {
            if ($rule->matches($packet->source, $packet->destination, $packet->protocol, $packet->port)) {
                return FilterAction::Deny === $rule->action ? $this->say->filtered($router, $packet, $leg, $index) : null;
            }
        }

        return FilterAction::Deny === $router->defaultAction ? $this->say->filtered($router, $packet, $leg, null) : null;
    }
}
