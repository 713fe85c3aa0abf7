<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Job\FilterRule;
use Vorhut\Core\Job\Protocol;

/** The routers' rules, in order, the first that matches counts. They act on what is passed on, not on traffic to a router itself. */
final class Filter
{
    /** @var array<string, array<string, array<int, FilterRule>>> rules that speak of a service at all, by router */
    private array $about = [];

    public function __construct(private readonly Sentences $say)
    {
    }

    /** Null where the packet passes. */
    public function stops(Node $router, Packet $packet, Leg $leg): ?Cause
    {
        if ([] !== $router->rules) {
            foreach ($this->about[$router->id][$packet->protocol->value.$packet->port] ??= self::speakingOf($router, $packet->protocol, $packet->port) as $index => $rule) {
                if ((null === $rule->from || $rule->from->holds($packet->source)) && (null === $rule->to || $rule->to->holds($packet->destination))) {
                    return FilterAction::Deny === $rule->action ? $this->say->filtered($router, $packet, $leg, $index) : null;
                }
            }
        }

        return FilterAction::Deny === $router->defaultAction ? $this->say->filtered($router, $packet, $leg, null) : null;
    }

    /** @return array<int, FilterRule> by their place in the list */
    private static function speakingOf(Node $router, Protocol $protocol, ?int $port): array
    {
        return array_filter($router->rules, static fn (FilterRule $rule): bool => (Protocol::Any === $rule->protocol || $protocol === $rule->protocol) && $rule->ports->contains($port));
    }
}
