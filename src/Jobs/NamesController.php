<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Search\NameChoices;

/** Names for a field in which somebody is typing one. */
final class NamesController extends JobController
{
    #[Route('/job/{slug}/names/{of}', name: 'names', methods: ['GET'])]
    public function names(JobContext $context, string $of, Request $request): Response
    {
        $names = NameChoices::find($context->job, $of, $request->query->getString('q'));

        return new JsonResponse($names ?? throw $this->createNotFoundException(\sprintf('There are no names of "%s".', $of)));
    }
}
