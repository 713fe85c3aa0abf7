<?php

declare(strict_types=1);

namespace Vorhut\Core\Bench;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Profile\DeviceProfile;
use Vorhut\Core\Profile\FactoryMode;

/** What may go wrong at first contact, and what to do so that it does not. */
final readonly class FirstContactRisks
{
    /** @param list<LaptopInterface> $laptop */
    public function __construct(private Job $job, private array $laptop) {}

    /** @return list<array{risk: string, do: string}> */
    public function risks(Device $device, DeviceProfile $profile, Technique $technique): array
    {
        $risks = [];
        $factory = $profile->factory->address;
        $twins = self::twins($this->job, $device, $profile);
        if ([] !== $twins && null !== $factory) {
            $risks[] = [
                'risk' => \sprintf(
                    '%d more %s the factory address %s.',
                    \count($twins),
                    1 === \count($twins) ? 'device of this job has' : 'devices of this job have',
                    $factory->address,
                ),
                'do' => 'One at a time: power on, address, restart, confirm at the new address, next.',
            ];
            $risks[] = [
                'risk' => \sprintf(
                    'The ARP cache of the laptop still holds the MAC address of the previous device for %s; '
                    .'the next device does not answer.',
                    $factory->address,
                ),
                'do' => 'Clear the ARP cache before each device.',
            ];
        }
        if (Technique::AddAddress === $technique && null !== $factory) {
            array_push($risks, ...$this->overlaps($factory), ...$this->liveOwners($factory));
        }
        if (
            FactoryMode::DhcpThenStatic === $profile->factory->mode
            || FactoryMode::DhcpThenLinkLocal === $profile->factory->mode
        ) {
            $risks[] = [
                'risk' => 'If a DHCP server answers on the bench switch, the device uses its lease instead.',
                'do' => 'Use a switch with nothing else on it, or look up the lease by the MAC address.',
            ];
        }
        foreach ($device->interfaces as $interface) {
            if ($interface->mode->needsAddress() && null === $interface->address) {
                $risks[] = [
                    'risk' => \sprintf('%s has no address in the plan yet.', $device->name),
                    'do' => 'Propose and assign addresses in Devices first.',
                ];
            }
        }

        return $risks;
    }

    /** @return list<string> names of other units still in the same factory state with the same fixed address */
    public static function twins(Job $job, Device $device, DeviceProfile $profile): array
    {
        $factory = $profile->factory->address;
        if (null === $factory) {
            return [];
        }
        $names = $isAlike = [];
        foreach ($job->devices as $other) {
            $isAlike[$other->profile] ??= true === $job->profileOf($other)->factory->address?->address->equals($factory->address);
            if ($isAlike[$other->profile] && $other->id !== $device->id && $other->stage->isFactoryState()) {
                $names[] = $other->name;
            }
        }

        return $names;
    }

    /** @return list<array{risk: string, do: string}> */
    private function overlaps(InterfaceAddress $factory): array
    {
        $risks = [];
        foreach ($this->laptop as $port) {
            foreach ($port->addresses as $own) {
                if ($own->address->equals($factory->address)) {
                    $risks[] = [
                        'risk' => \sprintf('The laptop itself has %s on %s.', $factory->address, $port->name),
                        'do' => \sprintf('Remove it from %s first.', $port->name),
                    ];
                } elseif ($own->prefix->overlaps($factory->prefix)) {
                    $risks[] = $port->wireless
                        ? [
                            'risk' => \sprintf(
                                'Wi-Fi (%s) is in %s too: packets may leave by it.',
                                $port->name,
                                $own->prefix,
                            ),
                            'do' => 'Switch Wi-Fi off until the device has its planned address.',
                        ]
                        : [
                            'risk' => \sprintf('Port %s is in %s too.', $port->name, $own->prefix),
                            'do' => \sprintf('If that is not the cable to the device, unplug %s.', $port->name),
                        ];
                }
            }
        }

        return $risks;
    }

    /** @return list<array{risk: string, do: string}> */
    private function liveOwners(InterfaceAddress $factory): array
    {
        foreach ($this->job->routers as $router) {
            foreach ($router->interfaces as $interface) {
                if (true === $interface->address?->address->equals($factory->address)) {
                    return [self::live($factory, $router->name)];
                }
            }
        }
        foreach ($this->job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                if (true === $interface->address?->address->equals($factory->address)) {
                    return [self::live($factory, $device->name)];
                }
            }
        }

        return [];
    }

    /** @return array{risk: string, do: string} */
    private static function live(InterfaceAddress $factory, string $owner): array
    {
        return [
            'risk' => \sprintf('The factory address %s is in use by %s.', $factory->address, $owner),
            'do' => 'Use the bench switch only until the device has its planned address.',
        ];
    }
}
