<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;

/** Pairs that were seen otherwise from one place than from another. */
final class ConflictsController extends JobController
{
    #[Route('/job/{slug}/proof/conflicts', name: 'conflicts', methods: ['GET'], priority: 1)]
    public function index(JobContext $context, ConflictsPage $page): Response
    {
        return $this->page($context, 'proof', 'proof/conflicts.html.twig', $page->show($context));
    }
}
