<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\Effect\PairSeen;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Intent\PairVerdict;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Proof\Prover;

/** What must and must not be, what the engine says of it and why, and what people saw. */
final class ProofController extends JobController
{
    #[Route('/job/{slug}/proof', name: 'proof', methods: ['GET'])]
    public function index(JobContext $context, Request $request, ProofPage $proof): Response
    {
        return $this->page($context, 'proof', 'proof/index.html.twig', $proof->show($context, ProofSelection::fromRequest($request)));
    }

    #[Route('/job/{slug}/proof/calls', name: 'calls', methods: ['GET'])]
    public function calls(JobContext $context, CallsPage $calls): Response
    {
        return $this->page($context, 'proof', 'proof/calls.html.twig', $calls->show($context));
    }

    #[Route('/job/{slug}/proof/observe', name: 'observe', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function observe(JobContext $context, Request $request): Response
    {
        $intent = $request->request->getString('intent');
        $pair = Pair::fromKey($request->request->getString('pair'));
        $span = PairVerdict::tryFrom($request->request->getString('span'));
        $known = isset($context->job->intents[$intent])
            && (new Prover($context->job))->has($context->job->intents[$intent], $pair);
        if (!$known || null === $span || !\in_array($span, PairVerdict::observable(), true)) {
            $words = implode(', ', array_map(static fn (PairVerdict $s): string => $s->word(), PairVerdict::observable()));
            $none = 'There is no such pair in this job. Open it again.';
            $this->addFlash('error', $known ? \sprintf('Choose a test result: %s.', $words) : $none);

            return $this->to($context, 'proof');
        }
        $note = mb_substr(trim($request->request->getString('note')), 0, 400);
        $seen = new Observation(
            job: $context->stored,
            intent: $intent,
            asker: $pair->from,
            asked: $pair->to,
            span: $span,
            note: $note,
            user: $this->user(),
            at: $this->now(),
        );
        $names = [$context->job->nameOf($pair->from), $context->job->nameOf($pair->to)];
        $title = \sprintf('Test result %s to %s: %s', $names[0], $names[1], $span->word());
        $back = ['intent' => $intent, 'pair' => $pair->key()];

        return $this->change(
            context: $context,
            change: new ChangeSet($title, []),
            request: $request,
            route: 'proof',
            parameters: $back,
            effects: [PairSeen::new($seen)],
        );
    }
}
