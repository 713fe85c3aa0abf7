<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask\Block;

use Vorhut\Core\Ask\AskContext;
use Vorhut\Core\Ask\AskItem;
use Vorhut\Core\Ask\Target\FieldAnswer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Location;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Profile\Setting\Setting;
use Vorhut\Core\Profile\Setting\SettingType;

/** The time zone of a site whose devices have to be set to one, where it is not planned. */
final class ClockBlock implements Block
{
    private const NOT_SAID = 'UTC';

    public function items(AskContext $asked): iterable
    {
        if (self::NOT_SAID !== $asked->job->info->timezone) {
            return;
        }
        $sites = [];
        foreach ($asked->job->devices as $device) {
            $places = $asked->job->placesOf($device->location);
            $isSaid = [] !== array_filter($places, static fn (Location $l): bool => null !== $l->timezone);
            $isZone = static fn (Setting $s): bool => SettingType::TimeZone === $s->type;
            if (!$isSaid && [] !== $places && [] !== $asked->settings->some($device, $isZone)) {
                $sites[$places[\count($places) - 1]->id][] = $device;
            }
        }
        foreach ($sites as $id => $units) {
            yield self::item($asked->job->locations[$id], $units);
        }
    }

    /** @param non-empty-list<Device> $units */
    private static function item(Location $site, array $units): AskItem
    {
        return new AskItem(
            id: \sprintf('place.%s.timezone', $site->id),
            who: OutsideSource::Client,
            block: 'Time',
            what: 'Time zone of '.$site->name,
            units: $units,
            form: 'a name such as Europe/Oslo',
            why: 'Used for logs, licences, certificates and daylight saving time.',
            blocks: [],
            filling: new FieldAnswer(Location::class, $site->id, 'timezone'),
        );
    }
}
