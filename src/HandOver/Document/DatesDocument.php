<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver\Document;

use Vorhut\App\Dates\DatesPage;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Dates\Calendar;
use Vorhut\Core\Dates\DatesAhead;

/** Stamped with when the job was begun, so that the same plan gives the same bytes. */
final readonly class DatesDocument implements Document
{
    public function __construct(private DatesPage $dates) {}

    public function name(): string
    {
        return 'dates';
    }

    public function title(): string
    {
        return 'Expiry dates (iCalendar, RFC 5545)';
    }

    public function files(JobContext $context): iterable
    {
        $dates = DatesAhead::dates($context->job, $this->dates->today($context));

        yield 'dates.ics' => Calendar::write(
            $context->job->info->name,
            $dates,
            $context->stored->getSlug(),
            $context->stored->getCreatedAt(),
        );
    }
}
