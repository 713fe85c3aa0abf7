<?php

declare(strict_types=1);

namespace Vorhut\App\Plan;

use Vorhut\Core\Dates\DateAhead;
use Vorhut\Core\Dates\DatesAhead;
use Vorhut\Core\Dates\Today;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Record\Json;

/** The days of a job, kept with its row, so that a list of jobs says what is due and computes nothing. */
final readonly class DueDates
{
    private const MAX = 60;
    private const LONG_AGO = '0001-01-01';

    /** @param list<array{string, string}> $dates day (ISO 8601) and title, the earliest first */
    private function __construct(private array $dates) {}

    public static function fromJob(Job $job): self
    {
        $dates = DatesAhead::dates($job, new Today(self::LONG_AGO));

        return new self(array_map(static fn (DateAhead $d): array => [$d->on, $d->title], \array_slice($dates, -self::MAX)));
    }

    public static function kept(string $json): self
    {
        $dates = [];
        foreach ((array) Json::decode($json) as $date) {
            [$on, $title] = \is_array($date) ? [...array_values($date), null, null] : [null, null];
            if (\is_string($on) && \is_string($title)) {
                $dates[] = [$on, $title];
            }
        }

        return new self($dates);
    }

    public function keep(): string
    {
        return Json::line($this->dates);
    }

    /** The next one, today among them; null where everything has passed. */
    public function next(Today $today): ?DateAhead
    {
        foreach ($this->dates as [$on, $title]) {
            if ($on >= $today->day) {
                return new DateAhead(key: '', on: $on, title: $title, todo: '', days: $today->until($on));
            }
        }

        return null;
    }
}
