<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Proof\Observations;
use Vorhut\App\Web\Words;
use Vorhut\Core\Proof\SeenIn;

/** Live tests: asked for here, done by the worker; and what was seen at other vantage points. */
final class LiveTestController extends JobController
{
    private const MAX_ERRORS = 10;

    #[Route('/job/{slug}/tests', name: 'test_start', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(JobContext $context, Request $request, LiveTests $tests): Response
    {
        $order = TestOrder::fromRequest($request);
        if (null !== $order->intent && !isset($context->job->intents[$order->intent])) {
            throw $this->createNotFoundException(\sprintf('There is no intent "%s".', $order->intent));
        }
        $refused = $tests->begin($context, $order, $this->user());
        if (null !== $refused) {
            $this->addFlash('error', $refused);
        }

        return null === $order->step ? $this->to($context, 'proof', $order->query()) : $this->to($context, 'calls');
    }

    /** Results of the command-line probe, made at another vantage point. */
    #[Route('/job/{slug}/tests/import', name: 'test_import', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function import(JobContext $context, Request $request, EntityManagerInterface $em, Observations $observations): Response
    {
        $file = ProbeFile::read($context->job, Upload::text($request, 'file') ?? '');
        foreach ($file->seen as $line) {
            $em->persist(new Observation(
                job: $context->stored,
                intent: $line->intent,
                asker: $line->from,
                asked: $line->to,
                span: $line->seen,
                note: 'probe file',
                user: $this->user(),
                at: $file->when($line, $this->now()),
                vantage: $line->vantage,
                evidence: $line->evidence,
                onSite: SeenIn::Site === $line->where,
            ));
        }
        $em->flush();
        foreach (\array_slice($file->errors, 0, self::MAX_ERRORS) as $error) {
            $this->addFlash('error', (string) $error);
        }
        $none = 'The file holds no results. Choose a file written by bin/vorhut probe.';
        $taken = \sprintf(
            '%s imported, %s refused.',
            Words::count(\count($file->seen), 'observation'),
            Words::count(\count($file->errors), 'line'),
        );
        $taken .= null === $file->head ? '' : \sprintf(' Tested from %s; %s.', $file->head->vantage, $file->clock());
        $conflicts = \count($observations->conflicts($context->stored));
        $taken .= 0 === $conflicts ? '' : \sprintf(' %s differ from another vantage point.', Words::count($conflicts, 'pair'));
        [] === $file->seen ? $this->addFlash('error', $none) : $this->addFlash('done', $taken);

        return $this->to($context, [] === $file->seen || 0 === $conflicts ? 'proof' : 'conflicts');
    }
}
