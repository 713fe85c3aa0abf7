<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Node;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Job\Router;
use Vorhut\Core\Light\UniverseGroups;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\DeviceProfile;

/** Makes nodes of the plan's routers and devices. */
final class NodeBuilder
{
    public static function router(Router $router): Node
    {
        $ports = [];
        foreach ($router->interfaces as $index => $interface) {
            $ports[] = new NodePort(
                index: $index,
                name: $interface->segment,
                segment: $interface->segment,
                addresses: $interface->addresses(),
                gateway: null,
                mac: $interface->mac,
                masquerade: $interface->masquerade,
                mdnsRelay: $interface->mdnsRelay,
                joins: [],
                multicast: $interface->multicast,
                proxyArp: $interface->proxyArp,
                reversePath: $interface->reversePath,
            );
        }

        return new Node(
            id: $router->id,
            name: $router->name,
            ports: $ports,
            table: new RoutingTable($ports, $router->routes),
            listens: [],
            forwards: true,
            rules: $router->rules,
            defaultAction: $router->defaultAction,
            stateful: $router->stateful,
            portForwards: $router->forwards,
        );
    }

    public static function device(Device $device, DeviceProfile $profile, Leases $leases): Node
    {
        $ports = [];
        $listens = [];
        foreach ($device->interfaces as $index => $interface) {
            $address = $leases->addressOf($interface, $device->id.'/'.$interface->name);
            $addresses = null === $address ? $interface->extraAddresses : [$address, ...$interface->extraAddresses];
            $more = $interface->listens ?? $profile->services;
            $listens = [] === $listens ? $more : [...$listens, ...$more];
            $ports[] = new NodePort(
                index: $index,
                name: $interface->name,
                segment: $interface->segment,
                addresses: $addresses,
                gateway: self::gateway($interface, $profile, $leases, $address),
                mac: $interface->mac,
                joins: self::joins($interface, $profile, $device),
                reversePath: $interface->reversePath,
            );
        }

        return new Node(
            id: $device->id,
            name: $device->name,
            ports: $ports,
            table: new RoutingTable($ports, $device->routes),
            listens: $listens,
        );
    }

    private static function gateway(
        NetworkInterface $interface,
        DeviceProfile $profile,
        Leases $leases,
        ?InterfaceAddress $address,
    ): ?Ipv4Address {
        return $leases->gatewayOf($interface, $address)
            ?? (AddressMode::Static === $interface->mode ? $profile->gatewayPolicy->whenNoneIsPlanned($address) : null);
    }

    /**
     * The groups given, or those of the profile with the ones that its discovery and its universes need.
     *
     * @return array<int, true>
     */
    private static function joins(NetworkInterface $interface, DeviceProfile $profile, Device $device): array
    {
        $joins = [];
        foreach ($interface->joins ?? $profile->joins as $group) {
            $joins[$group->value] = true;
        }
        if (null !== $interface->joins) {
            return $joins;
        }
        foreach (UniverseGroups::groups($device, $profile) as $group) {
            $joins[$group->value] = true;
        }
        foreach ($profile->answers as $finder) {
            $group = $finder->method->isAnnounced() ? null : $finder->method->group();
            if (null !== $group) {
                $joins[$group->value] = true;
            }
        }
        foreach ($profile->finds as $finder) {
            $group = $finder->method->isAnnounced() ? $finder->method->group() : null;
            if (null !== $group) {
                $joins[$group->value] = true;
            }
        }

        return $joins;
    }
}
