<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Jobs\Effect\PairSeen;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\Span;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Proof\Prover;

/** What must and must not be, what the engine says of it and why, and what people saw. */
final class ProofController extends JobPage
{
    #[Route('/job/{slug}/proof', name: 'proof', methods: ['GET'])]
    public function index(JobInHand $hand, Request $request, ProofPage $proof): Response
    {
        return $this->page($hand, 'proof', 'proof/index.html.twig', $proof->show($hand, ProofSelection::of($request)));
    }

    #[Route('/job/{slug}/proof/calls', name: 'calls', methods: ['GET'])]
    public function calls(JobInHand $hand, CallsPage $calls): Response
    {
        return $this->page($hand, 'proof', 'proof/calls.html.twig', $calls->show($hand));
    }

    #[Route('/job/{slug}/proof/observe', name: 'observe', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function observe(JobInHand $hand, Request $request): Response
    {
        $intent = $request->request->getString('intent');
        $pair = Pair::fromKey($request->request->getString('pair'));
        $span = Span::tryFrom($request->request->getString('span'));
        $known = isset($hand->job->intents[$intent])
            && (new Prover($hand->job))->has($hand->job->intents[$intent], $pair);
        if (!$known || null === $span || !\in_array($span, Span::observable(), true)) {
            $words = implode(', ', array_map(static fn (Span $s): string => $s->word(), Span::observable()));
            $none = 'There is no such pair in this job. Open it again.';
            $this->addFlash('error', $known ? \sprintf('Choose what you saw: %s.', $words) : $none);

            return $this->to($hand, 'proof');
        }
        $note = mb_substr(trim($request->request->getString('note')), 0, 400);
        $seen = new Observation($hand->stored, $intent, $pair->from, $pair->to, $span, $note, $this->user(), $this->now());
        $names = [$hand->job->nameOf($pair->from), $hand->job->nameOf($pair->to)];
        $title = \sprintf('Saw %s to %s: %s', $names[0], $names[1], $span->word());
        $back = ['intent' => $intent, 'pair' => $pair->key()];

        return $this->change($hand, new ChangeSet($title, []), $request, 'proof', $back, [PairSeen::new($seen)]);
    }
}
