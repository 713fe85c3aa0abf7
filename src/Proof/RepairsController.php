<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\PartOf;
use Vorhut\Core\Intent\Pair;
use Vorhut\Core\Repair\Repair;

/** The changes that would mend what fails: asked for again by pages that were shown before they were found, and made. */
final class RepairsController extends JobController
{
    public function __construct(private readonly JobRepairs $repairs) {}

    #[Route('/job/{slug}/proof/next', name: 'repair_next', methods: ['GET'])]
    #[PartOf('proof')]
    public function next(JobContext $context, RepairViews $views): Response
    {
        $next = $views->next($context, $this->repairs->forJob($context->stored));

        return $this->render('proof/_next.html.twig', ['next' => $next]);
    }

    #[Route('/job/{slug}/proof/repairs', name: 'repairs', methods: ['GET'])]
    #[PartOf('proof', ['intent' => 'intent', 'pair' => 'pair'])]
    public function ofPair(JobContext $context, Request $request, PairPanel $pairs): Response
    {
        $intent = $context->job->intents[$request->query->getString('intent')] ?? null;
        $view = null === $intent ? null : $pairs->repairs($context, $intent, $request->query->getString('pair'));
        if (null === $view) {
            throw $this->createNotFoundException('There is no such pair in this job.');
        }

        return $this->render('proof/_repairs.html.twig', ['repairs' => $view]);
    }

    #[Route('/job/{slug}/proof/repair', name: 'repair', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function make(JobContext $context, Request $request): Response
    {
        $intent = $request->request->getString('intent');
        $pair = $request->request->getString('pair');
        $sentence = $request->request->getString('repair');
        $repairs = '' === $intent
            ? $this->repairs->forJob($context->stored)
            : $this->repairs->forPair($context->stored, $intent, Pair::fromKey($pair));
        $found = array_values(array_filter($repairs ?? [], static fn (Repair $r): bool => $r->sentence === $sentence));
        if ([] === $found) {
            $this->addFlash('error', 'That change is not needed any more: the plan has changed in the meantime.');

            return $this->to($context, 'proof', ['intent' => $intent]);
        }
        $back = ['intent' => $intent, 'pair' => $pair];

        return $this->isStillOffered($request, $found[0]->change)
            ? $this->change(context: $context, change: $found[0]->change, request: $request, route: 'proof', parameters: $back)
            : $this->to($context, 'proof', $back);
    }
}
