<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Addressing\Ipv4Prefix;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\IntentKind;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Protocol;
use Vorhut\Core\Job\Service;
use Vorhut\Core\Profile\FindMethod;
use Vorhut\Core\Reach\Network;
use Vorhut\Core\Reach\Node;

/**
 * Which devices the network cannot tell apart, so that one of them speaks for all: same segments, own prefixes and gateways,
 * and addresses that lie in the same ones of all prefixes that anybody's mask, route or rule names.
 *
 * Who is named by its address alone (a gateway, a forward, a broadcast address, a duplicate) is like nobody else.
 */
final class Likeness
{
    /** @var array<int, array<int, int>> number of each prefix by length and network */
    private array $prefixes = [];

    /** @var array<int, true> addresses that somebody names */
    private array $named = [];

    /** @var array<string, string> */
    private array $places = [];

    /** @var array<string, string> */
    private array $roles = [];

    /** @var array<string, int> */
    private array $numbers = [];

    /** @var array<string, string> server by device */
    private array $servers = [];

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
        foreach ($job->routers as $router) {
            foreach ($router->rules as $rule) {
                foreach ([$rule->from, $rule->to] as $prefix) {
                    if (null !== $prefix) {
                        $this->know($prefix, $count);
                    }
                }
            }
            foreach ($router->forwards as $forward) {
                $this->named[$forward->to->value] = $this->named[$forward->interface->value] = true;
            }
        }
        foreach ($job->extensions as $extension) {
            $this->servers[(string) $extension->device] ??= (string) $extension->server;
        }
    }

    /** What an asker of this intent has in common with those that fare alike. */
    public function ofAsker(string $id, Intent $intent): string
    {
        return $this->place($id).match ($intent->kind) {
            IntentKind::Reach, IntentKind::Time, IntentKind::Register => '',
            default => ' '.$this->role($id),
        };
    }

    /** The same for who is asked. */
    public function ofAsked(string $id, Intent $intent): string
    {
        $service = match ($intent->kind) {
            IntentKind::Reach => $intent->service ?? new Service(Protocol::Icmp),
            IntentKind::Time => new Service(Protocol::Udp, 123, 123),
            IntentKind::Register => new Service(Protocol::Udp, 5060, 5060),
            default => null,
        };
        $node = $this->network->node($id);

        return $this->place($id).' '.(null === $service ? $this->role($id) : (int) (true === $node?->listensOn($service->protocol, $service->firstPort)));
    }

    private function know(Ipv4Prefix $prefix, int &$count): void
    {
        $this->prefixes[$prefix->length][$prefix->network] ??= $count++;
    }

    private function place(string $id): string
    {
        return $this->places[$id] ??= $this->numbered($this->describe($id));
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
                if (isset($this->named[$value]) || \count($this->network->ownersOf($value)) > 1 || (\count($port->addresses) > 1 && !$node->table->owns($value))) {
                    return 'only '.$id;
                }
                $own[] = $address->prefix->length.':'.$this->within($value);
            }
            $gateway = $port->gateway?->value;
            $parts[] = $port->segment.' '.implode(' ', $own).' '.(null !== $gateway && self::isOwn($node, $gateway) ? 'self' : $gateway).' '.implode(',', array_keys($port->joins));
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

    private function role(string $id): string
    {
        return $this->roles[$id] ??= $this->numbered($this->play($this->network->node($id), $id));
    }

    /** What it offers and how it finds others, as far as predictions look at it. */
    private function play(?Node $node, string $id): string
    {
        $device = $this->job->devices[$id] ?? null;
        if (null === $device || null === $node) {
            return 'only '.$id;
        }
        $profile = $this->job->profileOf($device);
        $lists = [];
        foreach ($profile->finds as $finder) {
            if (FindMethod::UnicastList === $finder->method) {
                $lists[] = implode(',', $device->settingList($finder->listSetting));
            }
        }
        $modes = [];
        foreach ($device->interfaces as $interface) {
            $modes[] = $interface->mode->value.(null === $interface->address ? '' : '!').(null === $interface->listens ? '' : implode(',', $interface->listens));
        }

        return implode('|', [$profile->id, null === $device->hostname ? '' : 'named', $this->servers[$id] ?? '', ...$lists, ...$modes]);
    }

    private function numbered(string $text): string
    {
        return (string) ($this->numbers[$text] ??= \count($this->numbers));
    }
}
