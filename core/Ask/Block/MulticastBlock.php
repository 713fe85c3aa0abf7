<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\FieldAnswer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** Groups that our units send to and join: who queries for them, and whether they are routed. */
final class MulticastBlock implements Block
{
    private const TITLE = 'Multicast';

    public function items(AskContext $asked): iterable
    {
        $members = $this->members($asked);
        foreach ($members as $group => $bySegment) {
            if (\count($bySegment) > 1) {
                $names = array_map(static fn (string $id): string => $asked->job->segments[$id]->name, array_keys($bySegment));
                yield $asked->note(
                    key: 'routed '.$group,
                    who: OutsideSource::Network,
                    block: self::TITLE,
                    what: \sprintf('Multicast routing of %s between %s', $group, implode(', ', $names)),
                    units: array_merge(...array_values($bySegment)),
                    form: 'yes with the rendezvous point, or no',
                    why: 'Its members are in more than one segment.',
                );
            }
        }
        foreach ($asked->job->segments as $segment) {
            $units = [];
            foreach ($members as $bySegment) {
                $units += array_column($bySegment[$segment->id] ?? [], null, 'id');
            }
            if ([] !== $units) {
                yield self::querier($segment, array_values($units));
            }
        }
    }

    /** @param non-empty-list<Device> $units */
    private static function querier(Segment $segment, array $units): AskItem
    {
        return new AskItem(
            id: \sprintf('segment.%s.querier', $segment->id),
            who: OutsideSource::Network,
            block: self::TITLE,
            what: \sprintf('IGMP querier in %s', $segment->name),
            units: $units,
            form: 'yes or no',
            why: $segment->snooping
                ? 'IGMP snooping is on: without a querier, memberships expire after about 260 s and streams stop.'
                : 'Without IGMP snooping and a querier, multicast floods every port.',
            blocks: [],
            filling: new FieldAnswer(Segment::class, $segment->id, 'querier'),
            answer: $segment->querier ? 'yes' : '',
        );
    }

    /** @return array<string, array<array-key, list<Device>>> by group and segment */
    private function members(AskContext $asked): array
    {
        $members = [];
        foreach ($asked->job->devices as $device) {
            foreach ($device->interfaces as $interface) {
                $groups = $interface->joins ?? $asked->job->profileOf($device)->joins;
                foreach (null === $interface->segment ? [] : array_filter($groups, self::isRoutable(...)) as $group) {
                    $members[(string) $group][$interface->segment][] = $device;
                }
            }
        }

        return $members;
    }

    /** RFC 5771, section 4: 224.0.0.0/24 never leaves its segment. */
    private static function isRoutable(Ipv4Address $group): bool
    {
        return !$group->isLinkLocalMulticast();
    }
}
