<?php

declare(strict_types=1);

namespace Vorhut\Core\Setting;

use Vorhut\Core\Convention\NoRouterConvention;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Extension;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\NetworkInterface;
use Vorhut\Core\Net\InterfaceAddress;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\Setting\Fact;

/** What a plan knows of its units, asked for by name. */
final class Facts
{
    /** @var array<string, list<Extension>>|null by device */
    private ?array $extensions = null;

    /** @var array<string, string> by place */
    private array $timeZones = [];

    /** @var array<string, array{int, string, string}>|null by phone system: how many, lowest, highest */
    private ?array $registered = null;

    public function __construct(private readonly Job $job) {}

    /**
     * @param string $name as it stands behind the "@"
     * @param string|null $interface the one meant where the name has none
     *
     * @return string|int|list<string>|null null where the plan does not know
     */
    public function value(Device $device, string $name, ?string $interface = null): string|int|array|null
    {
        $parts = explode('/', $name, 2);
        $port = self::port($device, $parts[1] ?? $interface);

        return match (Fact::tryFrom($parts[0])) {
            Fact::Address => self::text($port?->address?->address),
            Fact::Mask => $port?->address?->prefix->dottedMask(),
            Fact::PrefixLength => $port?->address?->prefix->length,
            Fact::Gateway => $this->gateway($device, $port),
            Fact::NameServers => $this->servers($port, 'dns'),
            Fact::FirstNameServer => $this->servers($port, 'dns')[0] ?? null,
            Fact::TimeServers => $this->servers($port, 'ntp'),
            Fact::FirstTimeServer => $this->servers($port, 'ntp')[0] ?? null,
            Fact::TimeZone => $this->timeZone($device),
            Fact::Mac => null === $port?->mac ? null : (string) $port->mac,
            Fact::MacHex => null === $port?->mac ? null : strtolower($port->mac->digits),
            Fact::Name => $device->name,
            Fact::Host => $device->hostname,
            Fact::Serial => $device->serial,
            Fact::Kind => $this->job->profileOf($device)->name,
            Fact::Place => $this->job->locations[$device->location]->name ?? null,
            Fact::Dispatch => $this->job->dispatchOf($device->location),
            Fact::Extension => $this->extensionsOf($device)[0]->number ?? null,
            Fact::ExtensionName => $this->extensionsOf($device)[0]->name ?? null,
            Fact::Server => $this->serverOf($device),
            Fact::ExtensionCount => $this->registeredAt($device)[0],
            Fact::LowestExtension => self::known($this->registeredAt($device)[1]),
            Fact::HighestExtension => self::known($this->registeredAt($device)[2]),
            Fact::Group => self::group($port),
            Fact::Vlan => $this->job->segments[$port->segment ?? '']->vlan ?? null,
            Fact::Headroom => $this->job->info->schools->headroom->label(),
            Fact::Free, null => null,
        };
    }

    /** @return list<Extension> */
    public function extensionsOf(Device $device): array
    {
        if (null === $this->extensions) {
            $this->extensions = [];
            foreach ($this->job->extensions as $extension) {
                $this->extensions[(string) $extension->device][] = $extension;
            }
        }

        return $this->extensions[$device->id] ?? [];
    }

    /** The own address of a unit in one of its interfaces, as it was planned. */
    public static function own(Device $device, ?string $interface = null): ?InterfaceAddress
    {
        return self::port($device, $interface)?->address;
    }

    private static function port(Device $device, ?string $wanted): ?NetworkInterface
    {
        if (null === $wanted) {
            return $device->interfaces[0] ?? null;
        }

        return array_find($device->interfaces, static fn ($interface): bool => $interface->name === $wanted);
    }

    private function gateway(Device $device, ?NetworkInterface $port): ?string
    {
        if (null === $port?->address) {
            return null;
        }
        $insists = NoRouterConvention::Own === $this->job->info->schools->noRouter ? $port->address->address : null;

        return self::text(
            $port->gateway ?? $this->job->profileOf($device)->gatewayPolicy->whenNoneIsPlanned($port->address) ?? $insists,
        );
    }

    /**
     * @param 'dns'|'ntp' $of
     *
     * @return list<string>
     */
    private function servers(?NetworkInterface $port, string $of): array
    {
        $segment = $this->job->segments[$port->segment ?? ''] ?? null;

        return array_map(strval(...), 'dns' === $of ? $segment->dns ?? [] : $segment->ntp ?? []);
    }

    private function timeZone(Device $device): string
    {
        return $this->timeZones[(string) $device->location] ??= $this->findTimeZone($device);
    }

    private function findTimeZone(Device $device): string
    {
        foreach ($this->job->placesOf($device->location) as $place) {
            if (null !== $place->timezone) {
                return $place->timezone;
            }
        }

        return $this->job->info->timezone;
    }

    private function serverOf(Device $device): ?string
    {
        foreach ($this->extensionsOf($device) as $extension) {
            $server = $this->job->devices[$extension->server ?? ''] ?? null;
            if (null !== $server) {
                return self::text($server->primaryAddress()?->address);
            }
        }

        return null;
    }

    /** @return array{int, string, string} */
    private function registeredAt(Device $device): array
    {
        if (null === $this->registered) {
            $this->registered = [];
            foreach ($this->job->extensions as $extension) {
                $at = (string) $extension->server;
                [$count, $lowest, $highest] = $this->registered[$at] ?? [0, $extension->number, $extension->number];
                $this->registered[$at] = [
                    $count + 1,
                    (int) $extension->number < (int) $lowest ? $extension->number : $lowest,
                    (int) $extension->number > (int) $highest ? $extension->number : $highest,
                ];
            }
        }

        return $this->registered[$device->id] ?? [0, '', ''];
    }

    private static function group(?NetworkInterface $port): ?string
    {
        foreach ($port->joins ?? [] as $group) {
            if (!$group->isLinkLocalMulticast()) {
                return (string) $group;
            }
        }

        return null;
    }

    private static function text(?Ipv4Address $address): ?string
    {
        return null === $address ? null : (string) $address;
    }

    private static function known(string $text): ?string
    {
        return '' === $text ? null : $text;
    }
}
