<?php

declare(strict_types=1);

namespace Vorhut\App\Air;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;

/** Wi-Fi phones and the stages by which they come into service. */
final class AirController extends JobController
{
    #[Route('/job/{slug}/air', name: 'air', methods: ['GET', 'POST'])]
    public function index(JobContext $context, Request $request, AirPage $air): Response
    {
        $view = $air->show($context, $request->request->getString('text'));
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'voice', template: 'air/index.html.twig', view: $view, status: $status);
    }
}
