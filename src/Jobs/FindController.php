<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;

/** The jump field: an address, a MAC in any notation, an extension, a serial, a name, a finding. */
final class FindController extends JobController
{
    #[Route('/job/{slug}/find', name: 'find', methods: ['GET'])]
    public function find(JobContext $context, Request $request, FindPage $find): Response
    {
        $view = $find->show($context, trim($request->query->getString('q')), $this->user());
        if ('true' === $request->headers->get('HX-Request')) {
            return $this->render('find/_hits.html.twig', ['view' => $view]);
        }

        return $this->page($context, 'brief', 'find/index.html.twig', $view);
    }
}
