<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Ipv4Prefix;
use Vorhut\Core\Planning\FreeAddresses;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\FactoryMode;
use Vorhut\Core\Profile\GatewayPolicy;
use Vorhut\Core\Profile\WayIn;

/** Plans first contact with one unit from its factory state, the laptop's ports and the job's live subnets. */
final class FirstContactPlanner
{
    /** @var array<int, true>|null */
    private ?array $planned = null;

    /** @param list<LaptopInterface> $laptop the first one that is wired is used */
    public function __construct(private readonly Job $job, private readonly array $laptop = []) {}

    public function plan(Device $device): FirstContactPlan
    {
        $profile = $this->job->profileOf($device);
        $techniques = Techniques::forProfile($profile, $this->job->info->schools->factoryAddress);
        $technique = $techniques[0];
        $interface = $device->interfaces[0] ?? null;
        $factory = $profile->factory->address;
        $alias = Technique::AddAddress === $technique && null !== $factory ? $this->laptopAddressNear($factory) : null;
        $newSide = $this->laptopAddressBeside($interface);
        $added = array_filter([$alias, Technique::AtTheUnit === $technique ? null : $newSide]);
        $added = array_values(array_map(strval(...), $added));

        return new FirstContactPlan(
            device: $device->id,
            technique: $technique,
            why: self::why($profile, $technique),
            others: \array_slice($techniques, 1),
            laptop: $this->laptopValues($technique, $alias, $newSide),
            unit: $this->unitValues($device, $profile, $interface, $technique),
            order: $this->order(device: $device, profile: $profile, technique: $technique, alias: $alias, newSide: $newSide),
            risks: (new FirstContactRisks($this->job, $this->laptop))->risks($device, $profile, $technique),
            wayBack: self::wayBack($interface, $added),
            added: $added,
        );
    }

    private static function why(DeviceProfile $profile, Technique $technique): string
    {
        $state = $profile->factory;

        return match ($technique) {
            Technique::AddAddress => FactoryMode::DhcpThenStatic === $state->mode
                ? \sprintf(
                    'If no DHCP server answers within %2$d s, it uses %1$s, the same on every device; '
                    .'the laptop needs an address in that subnet.',
                    $state->address,
                    $state->afterSeconds,
                )
                : \sprintf('Its factory address is %s; the laptop needs an address in the same subnet.', $state->address),
            Technique::BenchLease => 'It uses DHCP; a DHCP server on the bench switch shows which address it got.',
            Technique::LinkLocal => \sprintf(
                'If no DHCP server answers within %d s, it uses a link-local address (RFC 3927); a laptop on the '
                .'same switch does the same.',
                $state->afterSeconds,
            ),
            Technique::AtTheUnit => 'Its values are entered on the device, so no network is needed.',
            Technique::LabelName => 'The host name on its label is resolved by mDNS in its own segment.',
            Technique::MoveRouter => \sprintf(
                'Its factory address is %s; the LAN subnet of the small router is changed to that subnet temporarily.',
                $state->address,
            ),
        };
    }

    /** High in the factory prefix, not the unit's, no other kind's factory address, not planned, not the laptop's already. */
    private function laptopAddressNear(InterfaceAddress $factory): InterfaceAddress
    {
        $avoid = [];
        foreach (array_unique(array_column($this->job->devices, 'profile')) as $kind) {
            $address = $this->job->profiles->get($kind)->factory->address;
            $avoid += null === $address ? [] : [$address->address->value => true];
        }

        return $this->highFree($factory->prefix, $avoid);
    }

    private function laptopAddressBeside(?NetworkInterface $interface): ?InterfaceAddress
    {
        $address = $interface?->address;
        if (null === $interface || null === $address) {
            return null;
        }
        foreach ($this->laptop as $port) {
            foreach ($port->addresses as $own) {
                if ($own->prefix->contains($address->address)) {
                    return null;
                }
            }
        }
        $subnet = ($this->job->segments[$interface->segment] ?? null)?->subnetOf($address->address);
        if (null === $subnet) {
            return $this->highFree($address->prefix, []);
        }
        $free = FreeAddresses::besides($this->planned ??= $this->job->takenAddresses(), $subnet);
        for ($value = $subnet->prefix->lastHost()->value - 4; $value > $subnet->prefix->network; --$value) {
            if ($free->isFree($value)) {
                return new InterfaceAddress(Ipv4Address::fromInt($value), $subnet->prefix->length);
            }
        }

        return $this->highFree($address->prefix, []);
    }

    /** @param array<int, true> $avoid */
    private function highFree(Ipv4Prefix $prefix, array $avoid): InterfaceAddress
    {
        $planned = $this->planned ??= $this->job->takenAddresses();
        foreach ($this->job->segments as $segment) {
            foreach ($segment->subnets as $subnet) {
                $avoid += null === $subnet->gateway ? [] : [$subnet->gateway->value => true];
            }
        }
        foreach ($this->laptop as $port) {
            foreach ($port->addresses as $own) {
                $avoid[$own->address->value] = true;
            }
        }
        $top = max($prefix->firstHost()->value, $prefix->lastHost()->value - 4);
        for ($value = $top; $value >= $prefix->firstHost()->value; --$value) {
            if (!isset($avoid[$value]) && !isset($planned[$value])) {
                return new InterfaceAddress(Ipv4Address::fromInt($value), $prefix->length);
            }
        }

        return new InterfaceAddress($prefix->lastHost(), $prefix->length);
    }

    /** @return array<string, string> */
    private function laptopValues(Technique $technique, ?InterfaceAddress $alias, ?InterfaceAddress $newSide): array
    {
        $values = [];
        if (null !== $alias) {
            $values = [
                'Address on the cable port' => (string) $alias->address,
                'Subnet mask' => \sprintf('%s (/%d)', $alias->prefix->dottedMask(), $alias->prefix->length),
                'Gateway' => 'leave blank',
            ];
        }
        if (null !== $newSide && Technique::AtTheUnit !== $technique) {
            $values['Second laptop address (planned subnet)'] = (string) $newSide;
        }

        return $values;
    }

    /** @return array<string, string> */
    private function unitValues(Device $device, DeviceProfile $profile, ?NetworkInterface $interface, Technique $technique): array
    {
        $values = [];
        $page = \in_array(WayIn::SecurePage, $profile->waysIn, true) ? 'https' : 'http';
        $isAtFactory = \in_array($technique, [Technique::AddAddress, Technique::MoveRouter], true);
        if ($isAtFactory && null !== $profile->factory->address) {
            $values['Open'] = \sprintf('%s://%s/', $page, $profile->factory->address->address);
        }
        if (null !== $device->hostname) {
            $values['Name'] = $device->hostname;
        }
        $address = $interface?->address;
        if (null !== $interface && AddressMode::Static !== $interface->mode) {
            return $values + self::automatic($interface);
        }
        if (null === $address) {
            return $values;
        }
        $values['Address'] = (string) $address->address;
        $values['Subnet mask'] = \sprintf('%s (/%d)', $address->prefix->dottedMask(), $address->prefix->length);
        $gateway = $interface->gateway ?? $profile->gatewayPolicy->whenNoneIsPlanned($address);
        $values['Gateway'] = (string) ($gateway ?? self::withoutGateway($profile->gatewayPolicy));
        $segment = $this->job->segments[$interface->segment] ?? null;
        $named = null === $segment ? [] : ['DNS' => $segment->dns, 'Time server' => $segment->ntp];
        foreach ($named as $label => $servers) {
            if ([] !== $servers) {
                $values[$label] = implode(', ', array_map(strval(...), $servers));
            }
        }

        return $values;
    }

    private static function withoutGateway(GatewayPolicy $policy): string
    {
        return GatewayPolicy::Required === $policy ? 'required by the device, and none is planned: plan it first' : 'leave blank';
    }

    /** @return array<string, string> */
    private static function automatic(NetworkInterface $interface): array
    {
        $by = AddressMode::LinkLocal === $interface->mode ? 'automatic, without a DHCP server (169.254.x.x)' : 'automatic (DHCP)';

        return ['Addressing' => $by] + (null === $interface->address ? [] : ['Assigned address' => (string) $interface->address->address]);
    }

    /** @return list<string> */
    private function order(
        Device $device,
        DeviceProfile $profile,
        Technique $technique,
        ?InterfaceAddress $alias,
        ?InterfaceAddress $newSide,
    ): array {
        $order = [];
        $twins = FirstContactRisks::twins($this->job, $device, $profile);
        if ([] !== $twins) {
            $order[] = \sprintf(
                'Keep %s switched off: %s the same factory address.',
                implode(', ', \array_slice($twins, 0, 3))
                    .(\count($twins) > 3 ? \sprintf(' and %d more', \count($twins) - 3) : ''),
                1 === \count($twins) ? 'it has' : 'they have',
            );
        }
        $order[] = Technique::BenchLease === $technique
            ? 'Connect device and laptop to the bench switch, with the bench server on.'
            : 'Connect device and laptop to the bench switch and nothing else.';
        $order[] = \sprintf(
            'Switch on the device and wait about %d s. %s',
            $profile->bootSeconds + $profile->factory->afterSeconds,
            $profile->readySign,
        );
        if (null !== $alias) {
            $order[] = \sprintf('Add %s to the laptop\'s cable port, without a gateway.', $alias);
        }
        $order[] = match ($technique) {
            Technique::AddAddress => 'Clear the ARP cache of the laptop, then open the web page of the device.',
            Technique::BenchLease => 'Find the device by its MAC address in the list of the bench server, then open its web page.',
            Technique::LinkLocal => 'Set the laptop\'s cable port to automatic, wait for its own 169.254 address, find the device by its '
                .'MAC address, then open its web page.',
            Technique::LabelName => 'Open the name on the label in the browser.',
            Technique::MoveRouter => \sprintf(
                'Change the LAN subnet of the router to %s, wait a minute, renew the DHCP lease, then open the web page of the device.',
                $profile->factory->address?->prefix,
            ),
            Technique::AtTheUnit => \sprintf(
                'On the device open: %s.',
                '' === $profile->menuPath ? 'network settings' : $profile->menuPath,
            ),
        };
        if ('' !== $profile->login) {
            $order[] = \sprintf('Log in and change the default password. Login: %s.', rtrim($profile->login, '.'));
        }
        if (Technique::AtTheUnit !== $technique && '' !== $profile->menuPath) {
            $order[] = \sprintf('Go to %s.', $profile->menuPath);
        }
        $mode = $device->interfaces[0]->mode ?? AddressMode::Static;
        $order[] = \sprintf(
            AddressMode::Static === $mode
                ? 'Enter name, address, mask and gateway, then save once. It restarts, about %d s, and answers only at the new address.'
                : 'Set its addressing to automatic, enter its name, then save once. It restarts, about %d s.',
            $profile->rebootSeconds,
        );
        $order[] = null === $newSide
            ? 'Log in at the new address and check the values.'
            : \sprintf('Add %s to the laptop, log in at the new address and check the values.', $newSide);

        return $order;
    }

    /**
     * @param list<string> $added what the laptop got for this
     *
     * @return list<string>
     */
    public static function wayBack(?NetworkInterface $interface, array $added): array
    {
        $back = [];
        if (null !== $interface?->address) {
            $back[] = \sprintf(
                'Connect the laptop to the segment of the device and log in at %s with the new password.',
                $interface->address->address,
            );
        }
        foreach ($added as $address) {
            $back[] = \sprintf('Remove %s from the laptop.', $address);
        }
        $back[] = 'Set the laptop\'s cable port back to automatic and switch Wi-Fi on.';

        return $back;
    }
}
