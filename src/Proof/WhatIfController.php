<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Repair\WhatIf;

/** A change that is tried on a copy: which intents turn, before anything is kept. */
final class WhatIfController extends JobPage
{
    #[Route('/job/{slug}/proof/what-if', name: 'what_if', methods: ['GET'])]
    public function whatIf(JobInHand $hand, Request $request, WhatIfPage $page): Response
    {
        $query = $request->query;
        $view = $page->show($hand, $query->getString('on'), $query->getString('field'), $query->getString('value'));
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page($hand, 'proof', 'proof/what-if.html.twig', $view, $status);
    }

    #[Route('/job/{slug}/proof/what-if', name: 'what_if_keep', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function keep(JobInHand $hand, Request $request): Response
    {
        $form = $request->request;
        try {
            $change = (new WhatIf($hand->job))->change($form->getString('on'), $form->getString('field'), $form->getString('value'));
        } catch (InvalidValue $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($hand, 'what_if');
        }

        return $this->change($hand, $change, $request, 'proof');
    }
}
