<?php

declare(strict_types=1);

namespace Vorhut\App\Dates;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\Dates\Calendar;
use Vorhut\Core\Dates\DatesAhead;

/** Licences, unlocks, firmware and time; the days of a job, also for a calendar. */
final class DatesController extends JobController
{
    public function __construct(private readonly DatesPage $page) {}

    #[Route('/job/{slug}/dates', name: 'dates', methods: ['GET'])]
    public function index(JobContext $context): Response
    {
        return $this->page($context, 'brief', 'dates/index.html.twig', $this->page->show($context));
    }

    #[Route('/job/{slug}/dates.ics', name: 'dates_calendar', methods: ['GET'])]
    public function calendar(JobContext $context): Response
    {
        $slug = $context->stored->getSlug();
        $dates = DatesAhead::dates($context->job, $this->page->today($context));
        $calendar = Calendar::write($context->job->info->name, $dates, $slug, $this->now());

        return new Download($calendar, MediaType::Calendar, $slug.'.ics');
    }
}
