<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Constraint\ConstraintChecks;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Setting\Settings;

/** Units that work together: drawn, made to match, and paired anew. */
final class PairingsController extends JobController
{
    #[Route('/job/{slug}/pairings', name: 'pairings', methods: ['GET'])]
    public function index(JobContext $context, Request $request, PairingsPage $pairings): Response
    {
        $view = $pairings->show($context, $request->query->getString('sel'));

        return $this->page($context, 'pairings', 'pairings/index.html.twig', $view);
    }

    #[Route('/job/{slug}/pairings', name: 'pairing_add', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function add(JobContext $context, Request $request): Response
    {
        $pair = PairingForm::typed($request->request->getString('pair'));
        $selected = $request->request->getString('sel');
        if (null === $pair) {
            $this->addFlash('error', 'Choose a relation and its partner.');

            return $this->to($context, 'pairings', ['sel' => $selected]);
        }
        $change = new ChangeSet(PairingForm::title($context->job, $pair), [PairingForm::edit($context->job, $pair)]);

        return $this->change(context: $context, change: $change, request: $request, route: 'pairings', parameters: ['sel' => $pair[0]]);
    }

    /** Pairs those that lack a partner, each with the one that was chosen. */
    #[Route('/job/{slug}/pairings/missing', name: 'pairing_add_missing', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function addMissing(JobContext $context, Request $request): Response
    {
        $change = PairingForm::change($context->job, $request->request->all('pair'), $request->request->all('partner'));
        if ([] === $change->edits) {
            $this->addFlash('error', 'Tick the devices that are to be paired.');

            return $this->to($context, 'pairings');
        }

        return $this->change($context, $change, $request, 'pairings');
    }

    /** Takes one of the changes that were offered, if it is offered still. */
    #[Route('/job/{slug}/pairings/mend', name: 'pairing_mend', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function mend(JobContext $context, Request $request): Response
    {
        $offer = $request->request->getString('offer');
        foreach ((new ConstraintChecks(new Settings($context->job)))->broken() as $state) {
            foreach ($state->mends as $mend) {
                if ($mend->fingerprint() === $offer) {
                    return $this->change(
                        context: $context,
                        change: $mend,
                        request: $request,
                        route: 'pairings',
                        parameters: ['sel' => $state->coupled->from->id],
                    );
                }
            }
        }
        $this->addFlash('error', EditConflict::offerChanged()->getMessage());

        return $this->to($context, 'pairings');
    }
}
