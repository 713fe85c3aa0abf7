<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Licence;
use Vorhut\Core\Job\LicenceState;

/** The days of a job: when we come, when answers and keys are needed, when licences and unlocks end. */
final class DatesAhead
{
    /** @return list<DateAhead> the earliest first */
    public static function dates(Job $job, Today $today): array
    {
        $visit = $job->info->visit;
        $dates = [];
        $needed = $visit->neededBy();
        if (null !== $visit->on && null !== $needed) {
            $hours = \sprintf('From %s until %s.', $visit->from, $visit->until);
            $dates[] = new DateAhead(key: 'visit', on: $visit->on, title: 'Day on site', todo: $hours, days: $today->until($visit->on));
            $dates[] = new DateAhead(
                key: 'answers',
                on: $needed,
                title: 'Answers are needed',
                todo: 'Send a reminder for unanswered questions.',
                days: $today->until($needed),
            );
        }
        foreach ($job->all(Licence::class) as $licence) {
            array_push($dates, ...self::ofLicence($job, $licence, $needed, $today));
        }
        usort($dates, static fn (DateAhead $a, DateAhead $b): int => [$a->on, $a->key] <=> [$b->on, $b->key]);

        return $dates;
    }

    /** @return list<DateAhead> */
    private static function ofLicence(Job $job, Licence $licence, ?string $needed, Today $today): array
    {
        $device = $job->devices[$licence->device];
        $dates = [];
        $name = \sprintf('%s, %s', $licence->name, $device->name);
        if (null !== $needed && LicenceState::Wanted === $licence->state) {
            $title = 'Order by then: '.$name;
            $todo = 'It must have arrived by that day.';
            $dates[] = new DateAhead(
                key: 'order-'.$licence->id,
                on: $needed,
                title: $title,
                todo: $todo,
                days: $today->until($needed),
                device: $device,
            );
        }
        if (null !== $licence->from) {
            $dates[] = new DateAhead(
                key: 'begins-'.$licence->id,
                on: $licence->from,
                title: $name.' begins',
                todo: '',
                days: $today->until($licence->from),
                device: $device,
            );
        }
        if (null !== $licence->until) {
            $todo = 'Complete its settings before, or have it extended; inform the client.';
            $dates[] = new DateAhead(
                key: 'ends-'.$licence->id,
                on: $licence->until,
                title: $name.' ends',
                todo: $todo,
                days: $today->until($licence->until),
                device: $device,
            );
        }

        return $dates;
    }
}
