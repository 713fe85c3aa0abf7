<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Psr\Clock\ClockInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Attribute\MapQueryParameter;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\SignedState;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Pdf;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\Journal;
use Vorhut\App\Runs\Runs;
use Vorhut\App\SignOff\HandOvers;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\HandOver\OpenItem;
use Vorhut\Core\HandOver\OpenKind;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Label\LabelSheet;

/** What is open, what of it was accepted, signing, and what has become of what was signed. */
final class HandOverController extends JobController
{
    private const LONGEST_REASON = 300;
    private const LONGEST_NAME = 120;
    private const LONGEST_TEXT = 4000;
    private const AS_SIGNED = 'The value equals the signed one again, or has changed since. Reload the page.';

    public function __construct(private readonly HandOvers $handOvers) {}

    #[Route('/job/{slug}/hand-over', name: 'hand-over', methods: ['GET'])]
    public function index(JobContext $context, HandOverPage $page): Response
    {
        return $this->page($context, 'hand-over', 'handover/index.html.twig', $page->show($context));
    }

    #[Route('/job/{slug}/hand-over/accept', name: 'hand_over_accept', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function accept(JobContext $context, Request $request): Response
    {
        $reason = mb_substr(trim($request->request->getString('reason')), 0, self::LONGEST_REASON);
        $kind = OpenKind::tryFrom($request->request->getString('kind'));
        if (null !== $kind) {
            return $this->acceptAll($context, $kind, $reason);
        }
        $item = $request->request->getString('item');
        $titles = array_column($this->handOvers->open($context), 'title', 'id');
        if (!isset($titles[$item])) {
            $this->addFlash('error', 'That item is no longer open: somebody else has fixed it.');

            return $this->to($context, 'hand-over');
        }
        $this->handOvers->accept($context->stored, [$item], $reason, $this->user());
        $this->note($context, \sprintf('' === $reason ? 'No longer accepted as open: %s' : 'Accepted as open: %s', $titles[$item]));

        return $this->to($context, 'hand-over');
    }

    /** All of a kind that are not accepted yet, with one reason. */
    private function acceptAll(JobContext $context, OpenKind $kind, string $reason): Response
    {
        if ('' === $reason) {
            $this->addFlash('error', 'Enter the reason for which all of them are accepted.');

            return $this->to($context, 'hand-over');
        }
        $left = array_filter(
            $this->handOvers->open($context),
            static fn (OpenItem $item): bool => $item->kind === $kind && !$item->isAccepted(),
        );
        $this->handOvers->accept($context->stored, array_column($left, 'id'), $reason, $this->user());
        $this->note($context, \sprintf('Accepted as open: %s, %d', $kind->label(), \count($left)));

        return $this->to($context, 'hand-over');
    }

    #[Route('/job/{slug}/hand-over/sign', name: 'hand_over_sign', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function sign(JobContext $context, Request $request): Response
    {
        $takenBy = mb_substr(trim($request->request->getString('takenBy')), 0, self::LONGEST_NAME);
        $reservations = mb_substr(trim($request->request->getString('reservations')), 0, self::LONGEST_TEXT);
        if ('' === $takenBy) {
            $this->addFlash('error', 'Enter the name of the client\'s representative.');

            return $this->to($context, 'hand-over');
        }
        $state = $this->handOvers->sign($context, $this->user(), $takenBy, $reservations);
        $this->note($context, \sprintf('Signed, accepted by %s', $takenBy));

        return $this->to($context, 'signed_state', ['id' => $state->getId()]);
    }

    /** Documents that were ticked are made by the worker, into one archive. */
    #[Route('/job/{slug}/hand-over/documents', name: 'documents', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function documents(JobContext $context, Request $request, Documents $documents, Runs $runs, ClockInterface $clock): Response
    {
        $wanted = $documents->known(array_values(array_filter($request->request->all('d'), \is_string(...))));
        if ([] === $wanted) {
            $this->addFlash('error', 'Select at least one document.');
        } else {
            $runs->start(DocumentsRun::wanted($context->stored, $this->user(), $wanted, $clock->now()));
        }

        return $this->to($context, 'hand-over', ['_fragment' => 'documents']);
    }

    #[Route('/job/{slug}/hand-over/documents/{id}.zip', name: 'made_documents', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function madeDocuments(JobContext $context, DocumentsRun $run, MadeFiles $made): Response
    {
        $path = $run->findJob() === $context->stored ? $made->find($run) : null;
        if (null === $path) {
            throw $this->createNotFoundException('These documents are no longer stored. Export them again in Hand-over.');
        }

        return $this->file($path, $context->stored->getSlug().'-documents.zip');
    }

    #[Route('/job/{slug}/hand-over/labels.pdf', name: 'labels', methods: ['GET'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function labels(
        JobContext $context,
        Labels $labels,
        Pdf $pdf,
        Journal $journal,
        #[MapQueryParameter] LabelSheet $sheet = LabelSheet::TwentyFour,
        #[MapQueryParameter] int $from = 1,
    ): Response {
        $bytes = $pdf->sheet('handover/labels.html.twig', $labels->view($context, $sheet, $from), $sheet->paper());

        $name = \sprintf('%s-labels-%s-%d.pdf', $context->stored->getSlug(), $sheet->value, $from);

        return $pdf->answer($name, Pdf::dated($bytes, $journal->lastAt($context->stored)));
    }

    #[Route('/job/{slug}/hand-over/{id}', name: 'signed_state', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    public function state(JobContext $context, SignedState $state, SignedStatePage $page): Response
    {
        $this->check($context, $state);

        return $this->page($context, 'hand-over', 'handover/state.html.twig', $page->show($context, $state));
    }

    /** Makes one record as it was when it was signed. */
    #[Route('/job/{slug}/hand-over/{id}/back', name: 'signed_back', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    public function back(JobContext $context, SignedState $state, Request $request, SignedStatePage $page): Response
    {
        $this->check($context, $state);
        [$list, $id] = [$request->request->getString('list'), $request->request->getString('id')];
        foreach ($page->drift($context, $state) as $drift) {
            if ($drift->list === $list && $drift->id === $id) {
                $change = new ChangeSet(\sprintf('%s %s, as signed', ucfirst($drift->one), $drift->name), [$drift->back]);

                return $this->change(
                    context: $context,
                    change: $change,
                    request: $request,
                    route: 'signed_state',
                    parameters: ['id' => $state->getId()],
                );
            }
        }
        $this->addFlash('error', self::AS_SIGNED);

        return $this->to($context, 'signed_state', ['id' => $state->getId()]);
    }

    #[Route('/job/{slug}/hand-over/{id}/accept', name: 'signed_accept', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function acceptDrift(JobContext $context, SignedState $state, Request $request, SignedStatePage $page): Response
    {
        $this->check($context, $state);
        $item = $request->request->getString('item');
        $reason = mb_substr(trim($request->request->getString('reason')), 0, self::LONGEST_REASON);
        if (\in_array($item, $page->keys($context, $state), true)) {
            $this->handOvers->accept($context->stored, [$item], $reason, $this->user());
        } else {
            $this->addFlash('error', self::AS_SIGNED);
        }

        return $this->to($context, 'signed_state', ['id' => $state->getId()]);
    }

    #[Route('/job/{slug}/hand-over/{id}/file', name: 'signed_file', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    public function signedFile(JobContext $context, SignedState $state): Response
    {
        $this->check($context, $state);
        $name = \sprintf('%s-signed-%d.json', $context->stored->getSlug(), $state->getId());

        return new Download($state->getFile(), MediaType::Json, $name);
    }

    private function check(JobContext $context, SignedState $state): void
    {
        if ($state->getJob() !== $context->stored) {
            throw $this->createNotFoundException('This job was not signed under that number.');
        }
    }
}
