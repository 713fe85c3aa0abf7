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
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\Relation;
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
        $form = $request->request;
        $from = $form->getString('from');
        $to = $form->getString('to');
        $id = NewId::make($context->job, 'pairings', $from.' '.$to, 'pairing');
        $record = ['id' => $id, 'coupling' => $form->getString('coupling'), 'from' => $from, 'to' => $to];
        $title = \sprintf('Paired %s with %s', $context->job->nameOf($from), $context->job->nameOf($to));
        $change = new ChangeSet($title, [new Edit(Relation::class, $id, null, $record)]);

        return $this->change(context: $context, change: $change, request: $request, route: 'pairings', parameters: ['sel' => $from]);
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
