<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\Sentence;
use Vorhut\App\Web\Upload;
use Vorhut\Core\Exchange\CableReader;
use Vorhut\Core\Record\InvalidFile;

/** Switches, cables, power and streams. */
final class CablesController extends JobPage
{
    #[Route('/job/{slug}/cables', name: 'cables', methods: ['GET'])]
    public function index(JobInHand $hand, CablesPage $cables): Response
    {
        return $this->page($hand, 'networks', 'cables/index.html.twig', $cables->show($hand));
    }

    #[Route('/job/{slug}/cables/list', name: 'cables_list', methods: ['GET', 'POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function list(JobInHand $hand, Request $request, CableListPage $cables): Response
    {
        $text = $request->isMethod('POST') ? Upload::list($request, 'file') ?? $request->request->getString('text') : '';
        $view = $cables->show($hand, $text);
        $status = '' === $view->error ? Response::HTTP_OK : Response::HTTP_UNPROCESSABLE_ENTITY;

        return $this->page($hand, 'networks', 'cables/list.html.twig', $view, $status);
    }

    #[Route('/job/{slug}/cables/list/take', name: 'cables_list_take', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function take(JobInHand $hand, Request $request): Response
    {
        try {
            $change = (new CableReader($hand->job))->read($request->request->getString('text'))->change;
        } catch (InvalidFile $e) {
            $this->addFlash('error', Sentence::of($e->errors[0]));

            return $this->to($hand, 'cables_list');
        }

        return $this->isStillOffered($request, $change)
            ? $this->change($hand, $change, $request, 'cables')
            : $this->to($hand, 'cables_list');
    }
}
