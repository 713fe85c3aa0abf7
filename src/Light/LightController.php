<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;

/** Universes and the fixtures on their slots. */
final class LightController extends JobPage
{
    #[Route('/job/{slug}/light', name: 'light', methods: ['GET'])]
    public function index(JobInHand $hand, LightPage $light): Response
    {
        return $this->page($hand, 'media', 'light/index.html.twig', $light->show($hand));
    }
}
