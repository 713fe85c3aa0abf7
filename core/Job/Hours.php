<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Days;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\ListOf;

/** A timetable: open hours by day of the week, and the holidays on which it is closed all day. */
#[ListOf(name: 'hours', one: 'set of opening hours', many: 'opening hours', section: 'voice')]
final readonly class Hours
{
    /**
     * @param list<OpenTime> $open
     * @param list<string> $holidays days, such as 2026-12-25
     */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Records(OpenTime::class, 'Open')]
        public array $open,
        #[Days('Closed on')]
        public array $holidays,
    ) {}

    /** @param \DateTimeImmutable $at in the zone of the job */
    public function areOpen(\DateTimeImmutable $at): bool
    {
        if (\in_array($at->format('Y-m-d'), $this->holidays, true)) {
            return false;
        }
        $day = Weekday::from(strtolower($at->format('D')));
        $clock = $at->format('H:i');

        return array_any(
            $this->open,
            static fn ($time): bool => \in_array($day, $time->days, true) && $clock >= $time->from && $clock < $time->until,
        );
    }
}
