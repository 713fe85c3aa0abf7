<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\PartOf;
use Vorhut\Field\Lab\UnitFault;

/** Starts and stops the lab of a job. */
final class LabController extends JobController
{
    #[Route('/job/{slug}/lab', name: 'lab', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function want(JobContext $context, Request $request, Labs $labs): Response
    {
        $labs->want($context->stored, !$request->request->getBoolean('off'));

        return $this->to($context, 'proof');
    }

    /** Something is otherwise in the lab than in the plan, as somebody may have left it on the site. */
    #[Route('/job/{slug}/lab/turn', name: 'lab_turn', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function turn(JobContext $context, Request $request, Labs $labs): Response
    {
        $device = $context->job->devices[$request->request->getString('device')] ?? null;
        if (null === $device) {
            throw $this->createNotFoundException('There is no such device in this plan.');
        }
        $fault = UnitFault::tryFrom($request->request->getString('fault'));
        $labs->turn($context->stored, $device->id, $fault);
        $this->note($context, \sprintf('In the lab %s %s', $device->name, $fault?->label() ?? 'is as planned again'));

        return $this->to($context, 'proof', ['_fragment' => 'lab']);
    }

    /** Its state, asked for again while it changes. */
    #[Route('/job/{slug}/lab', name: 'lab_state', methods: ['GET'])]
    #[PartOf('proof')]
    public function state(JobContext $context, LabViews $labs): Response
    {
        return $this->render('proof/_lab.html.twig', ['lab' => $labs->view($context)]);
    }
}
