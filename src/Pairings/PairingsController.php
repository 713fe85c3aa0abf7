<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\EditConflict;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Jobs\NewId;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Pairing;
use Vorhut\Core\Pairing\Pairings;
use Vorhut\Core\Setting\Settings;

/** Units that work together: drawn, made to match, and paired anew. */
final class PairingsController extends JobPage
{
    #[Route('/job/{slug}/pairings', name: 'pairings', methods: ['GET'])]
    public function index(JobInHand $hand, Request $request, PairingsPage $pairings): Response
    {
        $view = $pairings->show($hand, $request->query->getString('sel'));

        return $this->page($hand, 'pairings', 'pairings/index.html.twig', $view);
    }

    #[Route('/job/{slug}/pairings', name: 'pairing_add', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function add(JobInHand $hand, Request $request): Response
    {
        $form = $request->request;
        $from = $form->getString('from');
        $to = $form->getString('to');
        $id = NewId::of($hand->job, 'pairings', $from.' '.$to, 'pairing');
        $record = ['id' => $id, 'coupling' => $form->getString('coupling'), 'from' => $from, 'to' => $to];
        $title = \sprintf('Paired %s with %s', $hand->job->nameOf($from), $hand->job->nameOf($to));
        $change = new ChangeSet($title, [new Edit(Pairing::class, $id, null, $record)]);

        return $this->change($hand, $change, $request, 'pairings', ['sel' => $from]);
    }

    /** Takes one of the changes that were offered, if it is offered still. */
    #[Route('/job/{slug}/pairings/mend', name: 'pairing_mend', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function mend(JobInHand $hand, Request $request): Response
    {
        $offer = $request->request->getString('offer');
        foreach ((new Pairings(new Settings($hand->job)))->broken() as $state) {
            foreach ($state->mends as $mend) {
                if ($mend->fingerprint() === $offer) {
                    return $this->change($hand, $mend, $request, 'pairings', ['sel' => $state->coupled->from->id]);
                }
            }
        }
        $this->addFlash('error', EditConflict::offerChanged()->getMessage());

        return $this->to($hand, 'pairings');
    }
}
