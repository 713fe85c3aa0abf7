<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\NewRecord;
use Vorhut\App\Web\Refusals;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Edit;
use Vorhut\Core\Job\Intent;
use Vorhut\Core\Job\NewId;
use Vorhut\Core\Job\RecordOrder;
use Vorhut\Core\Record\InvalidFile;

/** Intents are written down, changed, moved and removed; usual ones are taken by a key. */
#[Route('/job/{slug}/proof/intents')]
#[IsGranted('ROLE_TECHNICIAN')]
final class IntentsController extends JobController
{
    public function __construct(private readonly IntentPage $page, private readonly IntentForm $form) {}

    #[Route('/usual', name: 'intent_usual', methods: ['POST'], priority: 1)]
    public function usual(JobContext $context, Request $request, Usuals $usuals): Response
    {
        $record = $usuals->picked($context, $request->request->getString('pick'));
        if (null === $record) {
            $this->addFlash('error', 'This is not offered any more: the plan has changed since.');

            return $this->to($context, 'proof');
        }
        $name = \is_string($record['name'] ?? null) ? $record['name'] : '';
        $id = NewId::make($context->job, 'intents', $name, 'intent');
        $change = new ChangeSet('Added intent '.$name, [new Edit(Intent::class, $id, null, ['id' => $id] + $record)]);

        return $this->change(context: $context, change: $change, request: $request, route: 'proof', parameters: ['intent' => $id]);
    }

    #[Route('/{id}', name: 'intent', methods: ['GET'])]
    public function edit(JobContext $context, string $id, Request $request): Response
    {
        if (NewRecord::ID !== $id && !isset($context->job->intents[$id])) {
            throw $this->createNotFoundException(\sprintf('There is no intent "%s" in this job.', $id));
        }
        $view = $this->page->show($context, $id, $request->query->getString('like'));

        return $this->page($context, 'proof', 'proof/intent.html.twig', $view);
    }

    #[Route('/{id}', name: 'intent_save', methods: ['POST'])]
    public function save(JobContext $context, string $id, Request $request): Response
    {
        $before = $context->job->record(Intent::class, $id);
        try {
            $record = $this->form->record($context->job, $request, $before);
            $own = \is_string($record['id'] ?? null) ? $record['id'] : $id;
            $name = \is_string($record['name'] ?? null) ? $record['name'] : $own;
            $title = \sprintf('%s intent %s', null === $before ? 'Added' : 'Changed', $name);
            $refusals = $this->refusals($context, new ChangeSet($title, [new Edit(Intent::class, $own, $before, $record)]), $request);
            if ($refusals->isEmpty()) {
                return $this->to($context, 'proof', ['intent' => $own]);
            }
        } catch (InvalidFile $e) {
            $refusals = Refusals::fromRefused($e);
        }
        $view = $this->page->show($context, $id, typed: IntentForm::typed($context->job, $request, $before), refusals: $refusals);

        return $this->page(
            context: $context,
            stop: 'proof',
            template: 'proof/intent.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }

    #[Route('/{id}/remove', name: 'intent_remove', methods: ['POST'])]
    public function remove(JobContext $context, string $id, Request $request): Response
    {
        $record = $context->job->record(Intent::class, $id) ?? throw $this->createNotFoundException();
        $title = \sprintf('Removed intent %s', $context->job->intents[$id]->name);

        return $this->change($context, new ChangeSet($title, [new Edit(Intent::class, $id, $record, null)]), $request, 'proof');
    }

    #[Route('/{id}/move', name: 'intent_move', methods: ['POST'])]
    public function move(JobContext $context, string $id, Request $request): Response
    {
        $step = 'up' === $request->request->getString('to') ? -1 : 1;
        $behind = RecordOrder::step(array_keys($context->job->intents), $id, $step);
        $change = null === $behind ? [] : [$context->job->move(Intent::class, $id, $behind)];
        $title = \sprintf('Moved intent %s', $context->job->intents[$id]->name ?? $id);

        return $this->change(
            context: $context,
            change: new ChangeSet($title, $change),
            request: $request,
            route: 'intent',
            parameters: ['id' => $id],
        );
    }
}
