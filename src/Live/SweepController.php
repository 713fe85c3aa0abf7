<?php

declare(strict_types=1);

namespace Vorhut\App\Live;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\SweepRun;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Lab\Labs;
use Vorhut\App\Papers\Upload;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\InvalidValue;
use Vorhut\Field\Net\RefusedTarget;

/** Who answers at a range or list of addresses, beside what the plan says about them. */
final class SweepController extends JobController
{
    private const LONGEST_NAME = 60;

    public function __construct(private readonly SweepPage $sweeps) {}

    #[Route('/job/{slug}/sweep', name: 'sweep', methods: ['GET'])]
    public function index(JobContext $context, Request $request): Response
    {
        $view = $this->sweeps->show($context, $request->query->getInt('run'));

        return $this->page($context, 'networks', 'sweep/index.html.twig', $view);
    }

    #[Route('/job/{slug}/sweep', name: 'sweep_start', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(JobContext $context, Request $request, Runs $runs, Labs $labs): Response
    {
        $typed = Upload::text($request, 'file') ?? $request->request->getString('addresses');
        $vantage = $request->request->getString('vantage');
        try {
            $addresses = SweepList::read($typed);
            SweepGate::check(
                context: $context,
                addresses: $addresses,
                vantage: $vantage,
                ticked: $request->request->getBoolean('onSite'),
                blocks: $labs->blocks($context->stored),
            );
        } catch (InvalidValue|RefusedTarget $e) {
            $view = $this->sweeps->show($context, 0, mb_scrub($typed), $e->getMessage());

            return $this->page(
                context: $context,
                stop: 'networks',
                template: 'sweep/index.html.twig',
                view: $view,
                status: Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        $name = mb_substr(trim($request->request->getString('name')), 0, self::LONGEST_NAME);
        $runs->start(SweepRun::over(
            job: $context->stored,
            user: $this->user(),
            at: $this->now(),
            addresses: $addresses,
            vantage: $vantage,
            name: $name,
        ));

        return $this->to($context, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/clean-up', name: 'sweep_clean_up', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function cleanUp(JobContext $context, SweepRun $run, EntityManagerInterface $em): Response
    {
        $this->mustBelong($context, $run);
        $run->cleanUp();
        $em->flush();

        return $this->to($context, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/again', name: 'sweep_again', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function again(JobContext $context, SweepRun $run, Runs $runs, Labs $labs): Response
    {
        $this->mustBelong($context, $run);
        $addresses = $run->getAddresses();
        try {
            if ([] === $addresses) {
                throw new InvalidValue(given: '', allowed: 'a list with at least one address', advice: 'Repeat the sweep of a range.');
            }
            SweepGate::check(
                context: $context,
                addresses: $addresses,
                vantage: $run->getVantage(),
                ticked: $run->isOnSite(),
                blocks: $labs->blocks($context->stored),
            );
        } catch (InvalidValue|RefusedTarget $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($context, 'sweep', ['run' => $run->getId()]);
        }
        $name = $run->isNamed() ? $run->getName() : '';
        $runs->start(SweepRun::over(
            job: $context->stored,
            user: $this->user(),
            at: $this->now(),
            addresses: $addresses,
            vantage: $run->getVantage(),
            name: $name,
        ));

        return $this->to($context, 'sweep');
    }

    #[Route('/job/{slug}/sweep/{id}/name', name: 'sweep_name', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function name(JobContext $context, SweepRun $run, Request $request, EntityManagerInterface $em): Response
    {
        $this->mustBelong($context, $run);
        $run->call(mb_substr(trim($request->request->getString('name')), 0, self::LONGEST_NAME));
        $em->flush();

        return $this->to($context, 'sweep', ['run' => $run->getId()]);
    }

    #[Route('/job/{slug}/sweep/{id}/list', name: 'sweep_list', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function intoList(JobContext $context, SweepRun $run, Request $request): Response
    {
        $this->mustBelong($context, $run);
        $chosen = self::chosen($run, $request);
        $asRanges = $request->request->has('ranges');
        try {
            $change = SweepFinds::intoList($context->job, $request->request->getString('station'), $chosen, $asRanges);
        } catch (InvalidValue $e) {
            $this->addFlash('error', $e->getMessage());

            return $this->to($context, 'sweep', ['run' => $run->getId()]);
        }

        return $this->change(context: $context, change: $change, request: $request, route: 'sweep', parameters: ['run' => $run->getId()]);
    }

    #[Route('/job/{slug}/sweep/{id}/plan', name: 'sweep_plan', requirements: ['id' => '\d{1,10}'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function intoPlan(JobContext $context, SweepRun $run, Request $request): Response
    {
        $this->mustBelong($context, $run);
        $change = SweepFinds::intoPlan($context->job, self::chosen($run, $request), $run->getAnswers());

        return $this->change(context: $context, change: $change, request: $request, route: 'sweep', parameters: ['run' => $run->getId()]);
    }

    /** @return list<string> those ticked, of the addresses of the sweep */
    private static function chosen(SweepRun $run, Request $request): array
    {
        return array_values(array_intersect($run->getAddresses(), array_filter($request->request->all('address'), \is_string(...))));
    }

    #[Route('/job/{slug}/sweep/{id}.csv', name: 'sweep_csv', requirements: ['id' => '\d{1,10}'], methods: ['GET'])]
    public function csv(JobContext $context, SweepRun $run): Response
    {
        $this->mustBelong($context, $run);

        return new Download(SweepList::write($context->job, $run), MediaType::Csv, \sprintf('sweep-%d.csv', $run->getId()));
    }

    private function mustBelong(JobContext $context, SweepRun $run): void
    {
        if ($run->getJob() !== $context->stored) {
            throw $this->createNotFoundException('There is no such sweep in this job.');
        }
    }
}
