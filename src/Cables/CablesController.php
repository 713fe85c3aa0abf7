<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;

/** Switches, cables, power and streams. */
final class CablesController extends JobPage
{
    #[Route('/job/{slug}/cables', name: 'cables', methods: ['GET'])]
    public function index(JobInHand $hand, CablesPage $cables): Response
    {
        return $this->page($hand, 'networks', 'cables/index.html.twig', $cables->show($hand));
    }
}
