<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Variant;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Repair\WhatIf;

/** Changes that are tried on a copy: which intents turn, before anything is kept. */
final class WhatIfController extends JobController
{
    private const LONGEST_NAME = 80;

    #[Route('/job/{slug}/proof/what-if', name: 'what_if', methods: ['GET'])]
    public function whatIf(JobContext $context, Request $request, WhatIfPage $page): Response
    {
        $view = $page->show($context, $request->query);
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'proof', template: 'proof/what-if.html.twig', view: $view, status: $status);
    }

    #[Route('/job/{slug}/proof/what-if', name: 'what_if_keep', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function keep(JobContext $context, Request $request): Response
    {
        $trials = Trials::fromInput($request->request)->all;
        if ([] === $trials) {
            return $this->to($context, 'what_if');
        }
        try {
            $change = WhatIf::together($context->job, $trials);
        } catch (InvalidValue|InvalidFile $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($context, 'what_if');
        }

        return $this->change($context, $change, $request, 'proof');
    }

    #[Route('/job/{slug}/proof/variants', name: 'variant_keep', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function variant(JobContext $context, Request $request, EntityManagerInterface $em): Response
    {
        $texts = Trials::fromInput($request->request)->texts();
        $name = mb_substr(trim($request->request->getString('name')), 0, self::LONGEST_NAME);
        if ([] !== $texts && '' !== $name) {
            $em->persist(new Variant(job: $context->stored, user: $this->user(), name: $name, at: $this->now(), trials: $texts));
            $em->flush();
        }

        return $this->redirectToRoute('what_if', ['slug' => $context->stored->getSlug(), 'try' => $texts], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/proof/variants/{id}/drop', name: 'variant_drop', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function drop(JobContext $context, Variant $variant, EntityManagerInterface $em): Response
    {
        if ($variant->getJob() !== $context->stored) {
            throw $this->createNotFoundException('There is no such variant in this job.');
        }
        $em->remove($variant);
        $em->flush();

        return $this->to($context, 'what_if');
    }
}
