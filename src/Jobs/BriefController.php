<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\User;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\EditConflict;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobEditor;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\NotAllowed;
use Vorhut\Core\Findings\Alike;
use Vorhut\Core\MidSentence;
use Vorhut\Core\Record\InvalidFile;

/** What a job is, its findings and its journal. */
final class BriefController extends JobController
{
    /** Pages that show findings, to which one comes back when one is mended. */
    private const SHOW_FINDINGS = ['devices', 'networks', 'cables', 'media', 'chains', 'light', 'rooms', 'power', 'brief'];

    #[Route('/job/{slug}', name: 'brief', methods: ['GET'])]
    public function brief(JobContext $context, BriefPage $brief): Response
    {
        return $this->page($context, 'brief', 'brief/index.html.twig', $brief->show($context));
    }

    #[Route('/job/{slug}/undo/{id}', name: 'undo', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function undo(JobContext $context, Change $change, Request $request, JobEditor $editor): Response
    {
        return $this->step(context: $context, change: $change, request: $request, done: 'Undone', step: $editor->undo(...));
    }

    #[Route('/job/{slug}/redo/{id}', name: 'redo', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function redo(JobContext $context, Change $change, Request $request, JobEditor $editor): Response
    {
        return $this->step(context: $context, change: $change, request: $request, done: 'Redone', step: $editor->redo(...));
    }

    #[Route('/job/{slug}/journal/{id}', name: 'journal_entry', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    public function entry(JobContext $context, Change $change, JournalEntryPage $entry): Response
    {
        if ($change->getJob() !== $context->stored) {
            throw $this->createNotFoundException('There is no such entry in the journal of this job.');
        }

        return $this->page($context, 'brief', 'journal/entry.html.twig', $entry->show($context, $change));
    }

    /** @param \Closure(Change, User): Change $step */
    private function step(JobContext $context, Change $change, Request $request, string $done, \Closure $step): Response
    {
        if ($change->getJob() !== $context->stored) {
            throw $this->createNotFoundException('There is no such entry in the journal of this job.');
        }
        try {
            $step($change, $this->user());
            $this->addFlash('done', $done.': '.$change->getTitle());
        } catch (EditConflict|InvalidFile|NotAllowed $e) {
            $this->addFlash('error', \sprintf('Not %s. %s', MidSentence::label($done), $e->getMessage()));
        }
        $back = $request->request->getString('back');
        $brief = $this->generateUrl('brief', ['slug' => $context->stored->getSlug()]);

        return $this->redirect(str_starts_with($back, $brief) ? $back : $brief, Response::HTTP_SEE_OTHER);
    }

    /** Makes the change a finding suggests. */
    #[Route('/job/{slug}/findings/{finding}', name: 'finding_apply', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function applyFinding(JobContext $context, string $finding, Request $request, JobReading $reading): Response
    {
        $digest = $reading->digest($context->stored);
        $found = $digest->finding($finding);
        // As many as were shown together.
        $count = $request->request->getInt('alike');
        $change = null !== $found && $count > 1
            ? Alike::change(\array_slice(Alike::to($context->job, $found, $digest->findings), 0, $count))
            : $found?->change;
        $back = $request->request->getString('back', 'devices');
        $back = \in_array($back, self::SHOW_FINDINGS, true) ? $back : 'devices';
        if (null === $change) {
            $this->addFlash('error', 'That finding is gone: somebody else has fixed it.');

            return $this->to($context, 'devices');
        }

        return $this->isStillOffered($request, $change)
            ? $this->change($context, $change, $request, $back)
            : $this->to($context, $back);
    }
}
