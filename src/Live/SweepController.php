<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\Upload;
use Vorhut\Core\InvalidValue;
use Vorhut\Field\Net\RefusedTarget;

/** Who answers at a range or list of addresses, beside what the plan says about them. */
final class SweepController extends JobPage
{
    public function __construct(private readonly SweepPage $sweeps)
    {
    }

    #[Route('/job/{slug}/sweep', name: 'sweep', methods: ['GET'])]
    public function index(JobInHand $hand): Response
    {
        return $this->page($hand, 'networks', 'sweep/index.html.twig', $this->sweeps->show($hand));
    }

    #[Route('/job/{slug}/sweep', name: 'sweep_start', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(JobInHand $hand, Request $request, Runs $runs, Labs $labs): Response
    {
        $typed = Upload::text($request, 'file') ?? $request->request->getString('addresses');
        $vantage = $request->request->getString('vantage');
        try {
            $addresses = SweepList::read($typed);
            SweepGate::check($hand, $addresses, $vantage, $request->request->getBoolean('onSite'), $labs->blocks($hand->stored));
        } catch (InvalidValue|RefusedTarget $e) {
            $view = $this->sweeps->show($hand, mb_scrub($typed), $e->getMessage());

            return $this->page($hand, 'networks', 'sweep/index.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $runs->start(SweepRun::over($hand->stored, $this->user(), $this->now(), $addresses, $vantage));

        return $this->to($hand, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/clean-up', name: 'sweep_clean_up', requirements: ['id' => '\d+'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function cleanUp(JobInHand $hand, SweepRun $run, EntityManagerInterface $em): Response
    {
        $this->mustBelong($hand, $run);
        $run->cleanUp();
        $em->flush();

        return $this->to($hand, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}.csv', name: 'sweep_csv', requirements: ['id' => '\d+'], methods: ['GET'])]
    public function csv(JobInHand $hand, SweepRun $run): Response
    {
        $this->mustBelong($hand, $run);

        return new Response(SweepList::write($hand->job, $run), headers: [
            'Content-Type' => 'text/csv; charset=utf-8',
            'Content-Disposition' => \sprintf('attachment; filename="sweep-%d.csv"', $run->getId()),
        ]);
    }

    private function mustBelong(JobInHand $hand, SweepRun $run): void
    {
        if ($run->getJob() !== $hand->stored) {
            throw $this->createNotFoundException('There is no such sweep in this job.');
        }
    }
}
