<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Profile\SupplyKind;

/** The ports of the client's switches that our units are plugged into. */
final class SwitchPortsBlock implements Block
{
    public function items(AskContext $asked): iterable
    {
        foreach ($asked->job->segments as $segment) {
            $units = self::unplugged($asked->bySegment[$segment->id], $segment);
            if ([] !== $units) {
                yield $asked->note(
                    key: 'ports '.$segment->id,
                    who: OutsideSource::Network,
                    block: 'Switch ports',
                    what: \sprintf('%d ports in %s: %s', \count($units), $segment->name, self::wanted($asked, $segment, $units)),
                    units: $units,
                    form: 'switch and port numbers; 802.1X and LLDP on or off',
                    why: 'Configured before the visit, devices start as soon as they are connected.',
                    blocks: ['Connect and switch on'],
                );
            }
        }
    }

    /**
     * Those of which the plan does not say into which port they are plugged: the others hang at switches of our own.
     *
     * @param list<Device> $units
     *
     * @return list<Device>
     */
    private static function unplugged(array $units, Segment $segment): array
    {
        return array_values(array_filter($units, static function (Device $device) use ($segment): bool {
            return array_any(
                $device->interfaces,
                static fn ($interface): bool => $interface->segment === $segment->id && null === $interface->plug->to,
            );
        }));
    }

    /** @param list<Device> $units */
    private static function wanted(AskContext $asked, Segment $segment, array $units): string
    {
        $fed = [];
        foreach ($units as $device) {
            $kind = self::kind($asked, $device);
            if (null !== $kind) {
                $fed[$kind->label()] = ($fed[$kind->label()] ?? 0) + 1;
            }
        }
        $said = static fn (string $label, int $count): string => \sprintf('%d with %s', $count, $label);
        $power = array_map($said, array_keys($fed), $fed);
        $vlan = null === $segment->vlan ? [] : [\sprintf('VLAN %d untagged', $segment->vlan)];

        return implode(', ', [] === [...$vlan, ...$power] ? ['untagged'] : [...$vlan, ...$power]);
    }

    private static function kind(AskContext $asked, Device $device): ?SupplyKind
    {
        return $asked->job->profileOf($device)->overCable($device->supply)?->kind;
    }
}
