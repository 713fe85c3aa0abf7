<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\AddressAnswer;
use Vorhut\Core\Ask\Target\FieldAnswer;
use Vorhut\Core\Job\AddressMode;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** What the plan does not know yet of the segments our units stand in, and the fixed addresses that are still missing. */
final class AddressingBlock implements Block
{
    private const TITLE = 'Addressing';
    private const STEP = ['Set the IP address'];

    public function items(AskContext $asked): iterable
    {
        foreach ($asked->job->segments as $segment) {
            $units = $asked->bySegment[$segment->id];
            if ([] !== $units) {
                yield from self::ofSegment($asked, $segment, $units);
            }
        }
        foreach ($asked->job->devices as $device) {
            foreach ($device->interfaces as $at => $interface) {
                if ($interface->mode->needsAddress() && null === $interface->address) {
                    yield self::address($asked, $device, $at);
                }
            }
        }
    }

    /**
     * @param non-empty-list<Device> $units
     *
     * @return iterable<AskItem>
     */
    private static function ofSegment(AskContext $asked, Segment $segment, array $units): iterable
    {
        $isRouted = false;
        foreach ($asked->job->routers as $router) {
            $isRouted = $isRouted || \in_array($segment->id, array_column($router->interfaces, 'segment'), true);
        }
        $subnet = $segment->subnets[0] ?? null;
        $fields = [
            'prefix' => [
                null !== $subnet,
                'Subnet',
                'a prefix such as 10.47.10.0/24',
                'Needed to assign our addresses.',
                self::STEP,
                'subnets',
            ],
            'vlan' => [
                null !== $segment->vlan || !$isRouted,
                'VLAN number',
                'a whole number from 1 to 4094',
                'Needed to configure switch ports.',
                [],
            ],
            'gateway' => [
                null === $subnet || null !== $subnet->gateway || !$isRouted,
                'Gateway',
                'an address inside the subnet',
                'Without it no device can leave the subnet.',
                self::STEP,
                'subnets',
            ],
            'dns' => [[] !== $segment->dns || !$isRouted, 'DNS servers', 'addresses, with commas', 'Devices resolve names there.', []],
            'ntp' => [
                [] !== $segment->ntp,
                'Time servers',
                'addresses, with commas',
                'Devices need NTP for certificates, licences and logs.',
                [],
            ],
        ];
        foreach ($fields as $key => $field) {
            [$isKnown, $name, $form, $why, $blocks] = $field;
            if (!$isKnown) {
                yield new AskItem(
                    id: \sprintf('segment.%s.%s', $segment->id, $key),
                    who: OutsideSource::Network,
                    block: self::TITLE,
                    what: \sprintf('%s of %s', $name, $segment->name),
                    units: $units,
                    form: $form,
                    why: $why,
                    blocks: $blocks,
                    filling: new FieldAnswer(Segment::class, $segment->id, $key, $field[5] ?? ''),
                );
            }
        }
        $isLeased = static fn (Device $d): bool => [] !== array_filter(
            $d->interfaces,
            static fn ($i): bool => $i->segment === $segment->id && \in_array($i->mode, [AddressMode::Dhcp, AddressMode::Reserved], true),
        );
        $leased = array_values(array_filter($units, $isLeased));
        if ([] !== $leased && [] === ($subnet->dhcp ?? [])) {
            yield $asked->note(
                key: 'leases '.$segment->id,
                who: OutsideSource::Network,
                block: self::TITLE,
                what: \sprintf('DHCP server and range in %s', $segment->name),
                units: $leased,
                form: 'the server, and the first and last address',
                why: 'These devices use DHCP.',
                blocks: self::STEP,
            );
        }
    }

    private static function address(AskContext $asked, Device $device, int $at): AskItem
    {
        $interface = $device->interfaces[$at];
        $segment = $asked->job->segments[$interface->segment] ?? null;
        $port = 0 === $at ? '' : \sprintf(' (%s)', $interface->name);

        return new AskItem(
            id: \sprintf('address.%s.%d', $device->id, $at),
            who: OutsideSource::Network,
            block: self::TITLE,
            what: \sprintf('Static address for %s%s', $device->name, $port),
            units: [$device],
            form: null === $segment ? 'an address with its prefix length' : \sprintf('an address in %s', $segment->name),
            why: null === $interface->mac ? 'It does not use DHCP.' : \sprintf(
                'It does not use DHCP; its MAC address is %s.',
                $interface->mac,
            ),
            blocks: self::STEP,
            filling: new AddressAnswer($device->id, $at),
        );
    }
}
