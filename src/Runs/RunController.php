<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\DocumentsRun;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\Run;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Entity\VisitRun;

/** How far a run is; and its end, or its second beginning, at somebody's wish. */
final class RunController extends AbstractController
{
    private const NUMBER = ['id' => '\d{1,10}'];
    private const WISH = ['id' => '\d{1,10}', 'do' => 'stop|again'];

    public function __construct(
        private readonly Runs $runs,
        private readonly RunViews $views,
        private readonly EntityManagerInterface $em,
    ) {}

    #[Route('/runs/{id}', name: 'run_of_nobody', requirements: self::NUMBER, methods: ['GET'])]
    #[Route('/job/{slug}/runs/{id}', name: 'run', requirements: self::NUMBER, methods: ['GET'])]
    public function progress(Run $run, Request $request, ?string $slug = null): Response
    {
        $this->mayBeSeen($run, $slug);
        if (!$request->headers->has('HX-Request')) {
            return $this->redirect($this->home($run), Response::HTTP_SEE_OTHER);
        }
        // Once it is over the page is shown anew, with what came of it.
        $headers = $run->isOver() && !$run instanceof ImportRun ? ['HX-Refresh' => 'true'] : [];

        return $this->render('runs/_run.html.twig', ['run' => $this->views->view($run)], new Response(headers: $headers));
    }

    #[Route('/runs/{id}/{do}', name: 'run_do_of_nobody', requirements: self::WISH, methods: ['POST'])]
    #[Route('/job/{slug}/runs/{id}/{do}', name: 'run_do', requirements: self::WISH, methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function wish(Run $run, string $do, ?string $slug = null): Response
    {
        $this->mayBeSeen($run, $slug);
        if ('stop' === $do) {
            $run->cancel();
            $this->em->flush();
        } else {
            $this->runs->again($run);
        }

        return $this->redirect($this->home($run), Response::HTTP_SEE_OTHER);
    }

    /** The page on which a run of its kind is begun. */
    private function home(Run $run): string
    {
        $slug = ['slug' => $run->findJob()?->getSlug()];

        return match (true) {
            $run instanceof TestRun => $this->generateUrl('proof', $slug),
            $run instanceof DocumentsRun, $run instanceof VisitRun => $this->generateUrl('hand-over', $slug),
            $run instanceof SweepRun => $this->generateUrl('sweep', $slug),
            $run instanceof ImportRun && $run->isDeviceList() => $this->generateUrl('devices', $slug),
            default => $this->generateUrl('jobs'),
        };
    }

    /** An import is its owner's; other runs are their job's. */
    private function mayBeSeen(Run $run, ?string $slug): void
    {
        if ($run instanceof ImportRun && $run->getUser() !== $this->getUser()) {
            throw $this->createAccessDeniedException();
        }
        if (!$run instanceof ImportRun && $run->getJob()->getSlug() !== $slug) {
            throw $this->createNotFoundException('There is no such run in this job.');
        }
    }
}
