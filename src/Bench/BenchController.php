<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Timers\BenchTimers;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Runbook\Runbook;
use Vorhut\Core\Runbook\RunbookStep;

/** Device by device from factory state to its address; every step signed with time and name. */
final class BenchController extends JobController
{
    public function __construct(private readonly UnitPage $units, private readonly Laptops $laptops, private readonly Photos $photos) {}

    #[Route('/job/{slug}/bench', name: 'bench', methods: ['GET'])]
    public function index(JobContext $context, BenchPage $bench): Response
    {
        return $this->page($context, 'bench', 'bench/index.html.twig', $bench->show($context));
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_device', methods: ['GET'])]
    public function device(JobContext $context, string $id, Request $request): Response
    {
        $laptop = $this->laptops->laptop($context->stored, $this->user());
        $view = $this->units->show($context, $this->find($context, $id), $laptop, $request->query->getString('step'));

        return $this->page($context, 'bench', 'bench/device.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/{id}/laptop', name: 'bench_laptop', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function laptop(JobContext $context, string $id, Request $request): Response
    {
        $laptop = $this->laptops->remember($context->stored, $this->user(), $request->request->getString('laptop'));
        foreach ($laptop->errors as $error) {
            $this->addFlash('error', $error);
        }

        return $this->to($context, 'bench_device', [
            'id' => $this->find($context, $id)->id,
            'step' => $request->request->getString('step'),
        ]);
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_record', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function record(JobContext $context, string $id, Request $request, StepRecorder $recorder): Response
    {
        $device = $this->find($context, $id);
        $runbook = $this->units->runbook($context, $device);
        $step = $this->step($runbook, $request->request->getString('step'));
        try {
            $photo = Photos::read($request);
            $recorded = $recorder->read($context, $runbook, $step, $request->request);
        } catch (InvalidValue $e) {
            $error = \sprintf('%s: expected is %s. %s', '' === $e->given ? 'Nothing was given' : $e->given, $e->allowed, $e->advice);
            $laptop = $this->laptops->laptop($context->stored, $this->user());
            $view = $this->units->show(
                context: $context,
                device: $device,
                laptop: $laptop,
                current: $step->id,
                error: $error,
                read: StepRecorder::texts($request->request),
            );

            return $this->page(
                context: $context,
                stop: 'bench',
                template: 'bench/device.html.twig',
                view: $view,
                status: Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        $recorded = $recorder->withLaptop($context, $device, $recorded, $this->user());
        [$change, $effects] = $recorder->change(context: $context, device: $device, step: $step, of: $recorded, user: $this->user());

        $refused = $this->apply($context, $change, $request, $effects);
        foreach ($refused as $sentence) {
            $this->addFlash('error', $sentence);
        }
        if ([] === $refused && null !== $photo) {
            $this->photos->keep(job: $context->stored, device: $device->id, step: $step->id, picture: $photo, by: $this->user());
        }

        return $this->to($context, 'bench_device', ['id' => $id]);
    }

    #[Route('/job/{slug}/photos/{number}', name: 'photo', methods: ['GET'], requirements: ['number' => '\d{1,10}'])]
    public function photo(JobContext $context, int $number): Response
    {
        $photo = $this->photos->find($context->stored, $number) ?? throw $this->createNotFoundException('There is no such photo.');

        return new Download($photo->getBytes(), MediaType::fromForeign($photo->getType()), \sprintf('photo-%d', $number));
    }

    #[Route('/job/{slug}/bench/{id}/timer', name: 'bench_timer', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(JobContext $context, string $id, Request $request, BenchTimers $timers): Response
    {
        $device = $this->find($context, $id);
        $step = $this->step($this->units->runbook($context, $device), $request->request->getString('step'));
        $timers->start(
            job: $context->stored,
            device: $device->id,
            step: $step,
            number: $request->request->getInt('number'),
            by: $this->user(),
        );

        return $this->to($context, 'bench_device', ['id' => $device->id, 'step' => $step->id]);
    }

    #[Route('/job/{slug}/bench/timers/{id}/stop', name: 'bench_timer_stop', methods: ['POST'], requirements: ['id' => '\d{1,10}'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function stop(JobContext $context, int $id, Request $request, BenchTimers $timers): Response
    {
        $timers->stop($context->stored, $id);
        $device = $request->request->getString('device');

        return '' === $device
            ? $this->to($context, 'bench')
            : $this->to($context, 'bench_device', ['id' => $device, 'step' => $request->request->getString('step')]);
    }

    private function step(Runbook $runbook, string $wanted): RunbookStep
    {
        return $runbook->step($wanted) ?? throw $this->createNotFoundException(\sprintf('There is no step "%s".', $wanted));
    }

    private function find(JobContext $context, string $id): Device
    {
        return $context->job->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s" in this job.', $id));
    }
}
