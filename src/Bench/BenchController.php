<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\Effect\BenchStepDone;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Bench\BenchStep;
use Vorhut\Core\Bench\FirstSteps;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Device;

/** Unit by unit from the carton to its address; every step signed with time and name. */
final class BenchController extends JobPage
{
    public function __construct(private readonly UnitPage $units, private readonly Laptops $laptops)
    {
    }

    #[Route('/job/{slug}/bench', name: 'bench', methods: ['GET'])]
    public function index(JobInHand $hand, BenchPage $bench): Response
    {
        return $this->page($hand, 'bench', 'bench/index.html.twig', $bench->show($hand));
    }

    /** The bench on paper: of one unit, of a room or rack, or of everything. */
    #[Route('/job/{slug}/bench/paper', name: 'bench_paper', methods: ['GET'], priority: 1)]
    public function paper(JobInHand $hand, Request $request): Response
    {
        $paper = new BenchPaper($this->laptops->of($hand->stored, $this->user()));
        $place = $request->query->getString('place');
        $view = new BenchPaperView(
            $hand->job->locations[$place]->name ?? 'Bench',
            $paper->units($hand, $request->query->getString('device'), $place),
        );

        return $this->page($hand, 'bench', 'bench/paper.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_device', methods: ['GET'])]
    public function device(JobInHand $hand, string $id, Request $request): Response
    {
        $laptop = $this->laptops->of($hand->stored, $this->user());
        $view = $this->units->show($hand, $this->find($hand, $id), $laptop, $request->query->getString('step'));

        return $this->page($hand, 'bench', 'bench/device.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/{id}/laptop', name: 'bench_laptop', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function laptop(JobInHand $hand, string $id, Request $request): Response
    {
        $laptop = $this->laptops->remember($hand->stored, $this->user(), $request->request->getString('laptop'));
        foreach ($laptop->errors as $error) {
            $this->addFlash('error', $error);
        }

        return $this->to($hand, 'bench_device', [
            'id' => $this->find($hand, $id)->id,
            'step' => $request->request->getString('step'),
        ]);
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_record', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function record(JobInHand $hand, string $id, Request $request, BenchRecords $records): Response
    {
        $device = $this->find($hand, $id);
        $step = $this->step($hand, $device, $request->request->getString('step'));
        $done = !$request->request->getBoolean('reopen');
        $read = trim($request->request->getString('read'));
        try {
            if ($done) {
                FirstSteps::verify($hand->job, $device, $step, $read);
            }
        } catch (InvalidValue $e) {
            $error = \sprintf('%s was read; expected is %s. %s', $e->given, $e->allowed, $e->advice);
            $laptop = $this->laptops->of($hand->stored, $this->user());
            $view = $this->units->show($hand, $device, $laptop, $step->id, $error, $read);

            return $this->page($hand, 'bench', 'bench/device.html.twig', $view, Response::HTTP_UNPROCESSABLE_ENTITY);
        }
        $stage = $step->stageAfter($device->stage, $done);
        $title = \sprintf('%s: %s', $device->name, $done ? $step->title : 'took back '.lcfirst($step->title));
        $edits = $stage === $device->stage ? [] : [$hand->job->edit(Device::class, $id, ['stage' => $stage->value])];
        // What the laptop is given now is what is to be taken from it again at the end.
        $note = FirstSteps::CONTACT === $step->id && $done ? $this->units->added($hand, $device, $this->user()) : $read;
        $record = BenchStepDone::new($records->new($hand->stored, $id, $step->id, $done, $note, $this->user()));

        return $this->change($hand, new ChangeSet($title, $edits), $request, 'bench_device', ['id' => $id], [$record]);
    }

    private function step(JobInHand $hand, Device $device, string $wanted): BenchStep
    {
        foreach (FirstSteps::of($hand->job, $device) as $step) {
            if ($step->id === $wanted) {
                return $step;
            }
        }
        throw $this->createNotFoundException(\sprintf('There is no step "%s".', $wanted));
    }

    private function find(JobInHand $hand, string $id): Device
    {
        return $hand->job->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s" in this job.', $id));
    }
}
