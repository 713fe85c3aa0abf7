<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;

/** Universes and the fixtures on their slots. */
final class LightController extends JobController
{
    #[Route('/job/{slug}/light', name: 'light', methods: ['GET'])]
    public function index(JobContext $context, LightPage $light): Response
    {
        return $this->page($context, 'media', 'light/index.html.twig', $light->show($context));
    }
}
