<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\FieldAnswer;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** Numbers that ring from outside, and where a caller is when somebody dials for help. */
final class NumbersBlock implements Block
{
    public function items(AskContext $asked): iterable
    {
        $servers = [];
        $phones = [];
        foreach ($asked->job->extensions as $extension) {
            $server = $asked->job->devices[$extension->server] ?? null;
            $servers += null === $server ? [] : [$server->id => $server];
        }
        foreach ($asked->job->devices as $device) {
            if ($asked->job->profileOf($device)->isPhone()) {
                $phones[(string) $device->location][] = $device;
            }
        }
        if ([] !== $servers) {
            $title = 'Numbers';
            $units = array_values($servers);
            $numbers = array_keys($asked->job->extensions);
            sort($numbers);
            $ours = \sprintf('%d extensions, %s to %s', \count($numbers), $numbers[0] ?? '', $numbers[\count($numbers) - 1] ?? '');
            $what = 'Allocated number range (DDI)';
            $why = 'Inbound calls use them.';
            yield $asked->note(
                key: 'numbers range',
                who: OutsideSource::Carrier,
                block: $title,
                what: $what,
                units: $units,
                form: 'first and last, in full',
                why: $why,
                blocks: [],
                ours: $ours,
            );
            $what = 'Numbers to be ported, with date and time';
            $why = 'Until then they ring at the present carrier.';
            yield $asked->note(
                key: 'numbers port',
                who: OutsideSource::Carrier,
                block: $title,
                what: $what,
                units: $units,
                form: 'numbers with date and time',
                why: $why,
            );
        }
        foreach ($phones as $place => $units) {
            $location = $asked->job->locations[$place] ?? null;
            if (null !== $location && self::isUntold($asked, $location)) {
                yield new AskItem(
                    id: \sprintf('place.%s.dispatch', $place),
                    who: OutsideSource::Client,
                    block: 'Dispatchable locations',
                    what: \sprintf('Dispatchable location of %s, for emergency calls', $location->name),
                    units: $units,
                    form: 'street, number, building, floor, room',
                    why: 'An emergency caller may not be able to say where they are.',
                    blocks: [],
                    filling: new FieldAnswer(Location::class, (string) $place, 'dispatch'),
                );
            }
        }
    }

    /** Neither the place itself nor one around it says. */
    private static function isUntold(AskContext $asked, Location $location): bool
    {
        return null === $asked->job->dispatchOf($location->id);
    }
}
