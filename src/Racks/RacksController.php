<?php

declare(strict_types=1);

namespace Vorhut\App\Racks;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;

/** Power over cables, circuits of the mains, and racks. */
final class RacksController extends JobPage
{
    #[Route('/job/{slug}/power', name: 'power', methods: ['GET'])]
    public function index(JobInHand $hand, RacksPage $racks): Response
    {
        return $this->page($hand, 'power', 'racks/index.html.twig', $racks->show($hand));
    }
}
