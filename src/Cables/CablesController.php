<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\CableReader;
use Vorhut\Core\Record\InvalidFile;

/** Switches, cables, power and streams. */
final class CablesController extends JobController
{
    #[Route('/job/{slug}/cables', name: 'cables', methods: ['GET'])]
    public function index(JobContext $context, CablesPage $cables): Response
    {
        return $this->page($context, 'networks', 'cables/index.html.twig', $cables->show($context));
    }

    #[Route('/job/{slug}/cables/list', name: 'cables_list', methods: ['GET', 'POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function list(JobContext $context, Request $request, CableListPage $cables): Response
    {
        $text = $request->isMethod('POST') ? Upload::list($request, 'file') ?? $request->request->getString('text') : '';
        $view = $cables->show($context, $text);
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page(context: $context, stop: 'networks', template: 'cables/list.html.twig', view: $view, status: $status);
    }

    #[Route('/job/{slug}/cables/list/take', name: 'cables_list_take', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function take(JobContext $context, Request $request): Response
    {
        try {
            $change = (new CableReader($context->job))->read($request->request->getString('text'))->change;
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::fromError($e->errors[0]));

            return $this->to($context, 'cables_list');
        }

        return $this->isStillOffered($request, $change)
            ? $this->change($context, $change, $request, 'cables')
            : $this->to($context, 'cables_list');
    }
}
