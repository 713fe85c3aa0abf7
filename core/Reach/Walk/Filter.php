<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Job\FilterAction;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Net\Protocol;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Cause\PathDirection;
use Vorhut\Core\Reach\Node\Node;

/**
 * The routers' rules, in order, the first that matches counts. They act on what is passed on, not on traffic to a router itself.
 *
 * Of many rules only those are looked at that speak of the service; where they are many, addresses in the same prefixes of a
 * router's rules share the decision.
 */
final class Filter
{
    private const FEW = 16;

    /**
     * Rules that speak of a service: place, bits behind and network of source and destination.
     *
     * @var array<string, array<string, list<array{int, int, int, int, int}>>>
     */
    private array $about = [];

    /** @var array<string, array<int, array<int, int>>> number of each prefix that a router's rules name, by length and network */
    private array $prefixes = [];

    /** @var array<string, array<int, string>> prefixes an address lies in, by router */
    private array $within = [];

    /** @var array<string, array<string, int>> place of the rule that matches, or -1, by router and kind of packet */
    private array $decided = [];

    public function __construct(private readonly Sentences $say) {}

    /** Null where the packet passes. */
    public function stops(Node $router, Packet $packet, PathDirection $leg): ?Cause
    {
        $index = $this->match($router, $packet);
        if ($index < 0) {
            return FilterAction::Deny === $router->defaultAction ? $this->say->filtered($router, $packet, $leg, null) : null;
        }

        return FilterAction::Deny === $router->rules[$index]->action ? $this->say->filtered($router, $packet, $leg, $index) : null;
    }

    /** The place of the rule that decides about a packet; -1 where none does. */
    public function match(Node $router, Packet $packet): int
    {
        if ([] === $router->rules) {
            return -1;
        }
        $service = $packet->protocol->value.$packet->port;
        $about = $this->about[$router->id][$service] ??= self::speakingOf($router, $packet->protocol, $packet->port);
        if (\count($about) <= self::FEW) {
            return self::first($about, $packet->source, $packet->destination);
        }
        $within = $this->within[$router->id] ?? [];
        $from = $within[$packet->source] ?? $this->locate($router, $packet->source);
        $to = $within[$packet->destination] ?? $this->locate($router, $packet->destination);

        return $this->decided[$router->id][$service.'/'.$from.'/'.$to] ??= self::first($about, $packet->source, $packet->destination);
    }

    private function locate(Node $router, int $address): string
    {
        $numbers = '';
        foreach ($this->prefixes[$router->id] ??= self::named($router) as $length => $networks) {
            $numbers .= ($networks[0 === $length ? 0 : $address >> (32 - $length) << (32 - $length)] ?? '').',';
        }

        return $this->within[$router->id][$address] = $numbers;
    }

    /** @return array<int, array<int, int>> */
    private static function named(Node $router): array
    {
        $prefixes = [];
        $number = 0;
        foreach ($router->rules as $rule) {
            foreach ([$rule->from, $rule->to] as $prefix) {
                if (null !== $prefix) {
                    $prefixes[$prefix->length][$prefix->network] ??= $number++;
                }
            }
        }

        return $prefixes;
    }

    /** @return list<array{int, int, int, int, int}> */
    private static function speakingOf(Node $router, Protocol $protocol, ?int $port): array
    {
        $about = [];
        foreach ($router->rules as $index => $rule) {
            if ((Protocol::Any === $rule->protocol || $protocol === $rule->protocol) && $rule->ports->contains($port)) {
                $about[] = [$index, ...self::bits($rule->from), ...self::bits($rule->to)];
            }
        }

        return $about;
    }

    /** @return array{int, int} */
    private static function bits(?Ipv4Prefix $prefix): array
    {
        return null === $prefix ? [32, 0] : [32 - $prefix->length, $prefix->network >> (32 - $prefix->length)];
    }

    /** @param list<array{int, int, int, int, int}> $rules */
    private static function first(array $rules, int $from, int $to): int
    {
        foreach ($rules as [$index, $shift, $source, $toShift, $destination]) {
            if ($from >> $shift === $source && $to >> $toShift === $destination) {
                return $index;
            }
        }

        return -1;
    }
}
