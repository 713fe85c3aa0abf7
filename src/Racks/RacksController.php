<?php

declare(strict_types=1);

namespace Vorhut\App\Racks;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;

/** Power over cables, circuits of the mains, and racks. */
final class RacksController extends JobController
{
    #[Route('/job/{slug}/power', name: 'power', methods: ['GET'])]
    public function index(JobContext $context, RacksPage $racks): Response
    {
        return $this->page($context, 'power', 'racks/index.html.twig', $racks->show($context));
    }
}
