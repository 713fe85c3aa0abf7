<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\Ipv4Prefix;

/**
 * Which nodes the network cannot tell apart: same segments, own prefixes and gateways, and addresses that lie in the same ones of all
 * prefixes that anybody's mask, route or rule names.
 *
 * Who is named by its address alone (a gateway, a forward, a broadcast address, a duplicate) stands in a place of its own.
 */
final class NodeClasses
{
    /** @var array<int, array<int, int>> number of each prefix by length and network */
    private array $prefixes = [];

    /** @var array<int, true> addresses that somebody names */
    private array $named = [];

    /** @var array<string, int> */
    private array $places = [];

    /** @var array<string, int> */
    private array $numbers = [];

    public function __construct(private readonly Job $job, private readonly Network $network)
    {
        $count = 0;
        foreach ($network->nodes as $node) {
            foreach ($node->ports as $port) {
                foreach ($port->addresses as $address) {
                    $this->know($address->prefix, $count);
                    $this->named[$address->prefix->broadcast()->value ?? -1] = true;
                }
                if (null !== $port->gateway && !self::isOwn($node, $port->gateway->value)) {
                    $this->named[$port->gateway->value] = true;
                }
            }
        }
        foreach ([...array_values($job->routers), ...array_values($job->devices)] as $holder) {
            foreach ($holder->routes as $route) {
                $this->know($route->to, $count);
                $this->named[$route->via->value] = true;
            }
        }
        foreach ($network->nodes as $router) {
            foreach ($router->rules as $rule) {
                foreach ([$rule->from, $rule->to] as $prefix) {
                    if (null !== $prefix) {
                        $this->know($prefix, $count);
                    }
                }
            }
            foreach ($router->portForwards as $forward) {
                $this->named[$forward->to->value] = $this->named[$forward->interface->value] = true;
            }
        }
    }

    /** The number of the place a node stands in. */
    public function classOf(string $id): int
    {
        return $this->places[$id] ??= $this->numbers[$this->describe($id)] ??= \count($this->numbers);
    }

    private function know(Ipv4Prefix $prefix, int &$count): void
    {
        $this->prefixes[$prefix->length][$prefix->network] ??= $count++;
    }

    private function describe(string $id): string
    {
        $node = $this->network->node($id);
        if (null === $node || $node->forwards || [] !== ($this->job->devices[$id]->routes ?? [])) {
            return 'only '.$id;
        }
        $parts = [];
        foreach ($node->ports as $port) {
            $own = [];
            foreach ($port->addresses as $address) {
                $value = $address->address->value;
                if (
                    isset($this->named[$value])
                    || \count($this->network->ownersOf($value)) > 1
                    || (\count($port->addresses) > 1 && !$node->table->owns($value))
                ) {
                    return 'only '.$id;
                }
                $own[] = $address->prefix->length.':'.$this->within($value);
            }
            $gateway = $port->gateway?->value;
            $parts[] = $port->segment
                .' '
                .implode(' ', $own)
                .' '
                .(null !== $gateway && self::isOwn($node, $gateway) ? 'self' : $gateway)
                .' '
                .implode(',', array_keys($port->joins))
                .($port->reversePath ? ' strict' : '');
        }

        return implode('|', $parts);
    }

    private static function isOwn(Node $node, int $address): bool
    {
        foreach ($node->ports as $port) {
            foreach ($port->addresses as $own) {
                if ($own->address->value === $address) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Numbers of the known prefixes that hold the address. */
    private function within(int $address): string
    {
        $numbers = '';
        foreach ($this->prefixes as $length => $networks) {
            $network = 0 === $length ? 0 : $address >> (32 - $length) << (32 - $length);
            if (isset($networks[$network])) {
                $numbers .= $networks[$network].',';
            }
        }

        return $numbers;
    }
}
