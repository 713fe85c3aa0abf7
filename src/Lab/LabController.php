<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;

/** Starts and stops the lab of a job. */
final class LabController extends JobPage
{
    #[Route('/job/{slug}/lab', name: 'lab', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function want(JobInHand $hand, Request $request, Labs $labs): Response
    {
        $labs->want($hand->stored, !$request->request->getBoolean('off'));

        return $this->to($hand, 'proof');
    }

    /** Its state, asked for again while it changes. */
    #[Route('/job/{slug}/lab', name: 'lab_state', methods: ['GET'])]
    public function state(JobInHand $hand, LabViews $labs): Response
    {
        return $this->render('proof/_lab.html.twig', ['lab' => $labs->of($hand)]);
    }
}
