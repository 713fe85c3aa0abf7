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
use Vorhut\App\Web\Download;
use Vorhut\App\Web\JobPage;
use Vorhut\App\Web\MediaType;
use Vorhut\App\Web\Upload;
use Vorhut\Core\InvalidValue;
use Vorhut\Field\Net\RefusedTarget;

/** Who answers at a range or list of addresses, beside what the plan says about them. */
final class SweepController extends JobPage
{
    private const LONGEST_NAME = 60;

    public function __construct(private readonly SweepPage $sweeps)
    {
    }

    #[Route('/job/{slug}/sweep', name: 'sweep', methods: ['GET'])]
    public function index(JobInHand $hand, Request $request): Response
    {
        $view = $this->sweeps->show($hand, $request->query->getInt('run'));

        return $this->page($hand, 'networks', 'sweep/index.html.twig', $view);
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
            $view = $this->sweeps->show($hand, 0, mb_scrub($typed), $e->getMessage());

            return $this->page($hand, 'networks', 'sweep/index.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $name = mb_substr(trim($request->request->getString('name')), 0, self::LONGEST_NAME);
        $runs->start(SweepRun::over($hand->stored, $this->user(), $this->now(), $addresses, $vantage, $name));

        return $this->to($hand, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/clean-up', name: 'sweep_clean_up', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function cleanUp(JobInHand $hand, SweepRun $run, EntityManagerInterface $em): Response
    {
        $this->mustBelong($hand, $run);
        $run->cleanUp();
        $em->flush();

        return $this->to($hand, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/again', name: 'sweep_again', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function again(JobInHand $hand, SweepRun $run, Runs $runs, Labs $labs): Response
    {
        $this->mustBelong($hand, $run);
        $addresses = $run->getAddresses();
        try {
            if ([] === $addresses) {
                throw new InvalidValue('', 'a list with at least one address', 'Sweep a range anew.');
            }
            SweepGate::check($hand, $addresses, $run->getVantage(), $run->isOnSite(), $labs->blocks($hand->stored));
        } catch (InvalidValue|RefusedTarget $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($hand, 'sweep', ['run' => $run->getId()]);
        }
        $name = $run->isNamed() ? $run->getName() : '';
        $runs->start(SweepRun::over($hand->stored, $this->user(), $this->now(), $addresses, $run->getVantage(), $name));

        return $this->to($hand, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/name', name: 'sweep_name', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function name(JobInHand $hand, SweepRun $run, Request $request, EntityManagerInterface $em): Response
    {
        $this->mustBelong($hand, $run);
        $run->call(mb_substr(trim($request->request->getString('name')), 0, self::LONGEST_NAME));
        $em->flush();

        return $this->to($hand, 'sweep', ['run' => $run->getId()]);
    }

    #[Route('/job/{slug}/sweep/{id}/list', name: 'sweep_list', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function intoList(JobInHand $hand, SweepRun $run, Request $request): Response
    {
        $this->mustBelong($hand, $run);
        $chosen = self::chosen($run, $request);
        $asRanges = $request->request->has('ranges');
        try {
            $change = SweepFinds::intoList($hand->job, $request->request->getString('station'), $chosen, $asRanges);
        } catch (InvalidValue $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($hand, 'sweep', ['run' => $run->getId()]);
        }

        return $this->change($hand, $change, $request, 'sweep', ['run' => $run->getId()]);
    }

    #[Route('/job/{slug}/sweep/{id}/plan', name: 'sweep_plan', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function intoPlan(JobInHand $hand, SweepRun $run, Request $request): Response
    {
        $this->mustBelong($hand, $run);
        $change = SweepFinds::intoPlan($hand->job, self::chosen($run, $request), $run->getAnswers());

        return $this->change($hand, $change, $request, 'sweep', ['run' => $run->getId()]);
    }

    /** @return list<string> those ticked, of the addresses of the sweep */
    private static function chosen(SweepRun $run, Request $request): array
    {
        return array_values(array_intersect($run->getAddresses(), array_filter($request->request->all('address'), \is_string(...))));
    }

    #[Route('/job/{slug}/sweep/{id}.csv', name: 'sweep_csv', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    public function csv(JobInHand $hand, SweepRun $run): Response
    {
        $this->mustBelong($hand, $run);

        return new Download(SweepList::write($hand->job, $run), MediaType::Csv, \sprintf('sweep-%d.csv', $run->getId()));
    }

    private function mustBelong(JobInHand $hand, SweepRun $run): void
    {
        if ($run->getJob() !== $hand->stored) {
            throw $this->createNotFoundException('There is no such sweep in this job.');
        }
    }
}
