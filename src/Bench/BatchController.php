<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Timers\BenchTimers;
use Vorhut\Core\Job\Device;

/** Several units of a kind or a place beside each other; a step marked on many at once. */
final class BatchController extends JobController
{
    public function __construct(private readonly BatchPage $page) {}

    #[Route('/job/{slug}/bench/several', name: 'batch', methods: ['GET'], priority: 1)]
    public function index(JobContext $context, Request $request): Response
    {
        $view = $this->page->show($context, $request->query->getString('of'), $request->query->getString('step'));

        return $this->page($context, 'bench', 'bench/batch.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/several', name: 'batch_record', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function record(JobContext $context, Request $request, BenchState $state, BatchRecorder $recorder, BenchTimers $timers): Response
    {
        $form = $request->request;
        $of = $form->getString('of');
        $wanted = $form->all()['units'] ?? [];
        $isMeant = static fn (Device $d): bool => \in_array($d->id, \is_array($wanted) ? $wanted : [], true);
        $units = array_values(array_filter($this->page->units($context, $of), $isMeant));
        [$change, $effects, $steps, $refused] = $recorder->record(
            context: $context,
            runbooks: $state->runbooks($context, $units),
            ids: array_values(array_filter(explode(' ', $form->getString('steps')), static fn (string $id): bool => '' !== $id)),
            user: $this->user(),
            later: $form->getBoolean('later'),
        );
        foreach ($refused as $sentence) {
            $this->addFlash('error', $sentence);
        }
        if ([] !== $steps && [] === $this->told($this->apply($context, $change, $request, $effects))) {
            $timers->goOn($context->stored, $steps, $this->user());
        }

        return $this->to($context, 'batch', ['of' => $of]);
    }

    /**
     * @param list<string> $sentences
     *
     * @return list<string> the same
     */
    private function told(array $sentences): array
    {
        foreach ($sentences as $sentence) {
            $this->addFlash('error', $sentence);
        }

        return $sentences;
    }
}
