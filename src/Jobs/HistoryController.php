<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\HistoryQuery;
use Vorhut\App\Plan\JobContext;

/** What was done, by whom, on what, when. */
final class HistoryController extends JobController
{
    #[Route('/job/{slug}/history', name: 'history', methods: ['GET'])]
    public function index(JobContext $context, Request $request, HistoryPage $history): Response
    {
        $query = HistoryQuery::fromRequest($request, $context->stored->getTimezone());

        return $this->page($context, 'brief', 'journal/history.html.twig', $history->show($context, $query));
    }
}
