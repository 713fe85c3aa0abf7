<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\BenchRecord;
use Vorhut\App\Entity\Device as StoredDevice;
use Vorhut\App\Entity\StoredJob;
use Vorhut\Core\Addressing\LaptopInterface;
use Vorhut\Core\Bench\BenchStep;
use Vorhut\Core\Bench\FirstSteps;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\ChangeSet;
use Vorhut\Core\Job\Collection;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Stage;

/** Unit by unit from the carton to its address; every step signed with time and name. */
final class BenchController extends JobPage
{
    #[Route('/job/{slug}/bench', name: 'bench', methods: ['GET'])]
    public function index(string $slug): Response
    {
        $stored = $this->stored($slug);
        $open = $done = [];
        foreach ($this->reading->job($stored)->devices as $device) {
            if ($device->stage->isFactoryState()) {
                $open[] = $device;
            } else {
                $done[] = $device;
            }
        }

        return $this->page($stored, 'bench', 'bench/index.html.twig', ['open' => \array_slice($open, 0, 200), 'openCount' => \count($open), 'done' => \array_slice($done, 0, 200), 'doneCount' => \count($done)]);
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_device', methods: ['GET'])]
    public function device(string $slug, string $id, Request $request): Response
    {
        $stored = $this->stored($slug);

        return $this->show($stored, $this->find($stored, $id), $request);
    }

    #[Route('/job/{slug}/bench/{id}', name: 'bench_record', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function record(string $slug, string $id, Request $request): Response
    {
        $stored = $this->stored($slug);
        $device = $this->find($stored, $id);
        $steps = FirstSteps::of($this->reading->job($stored), $device);
        $wanted = $request->request->getString('step');
        $found = array_values(array_filter($steps, static fn (BenchStep $s): bool => $s->id === $wanted));
        $step = $found[0] ?? throw $this->createNotFoundException(\sprintf('There is no step "%s".', $wanted));
        $done = !$request->request->getBoolean('reopen');
        $read = trim($request->request->getString('read'));
        try {
            if ($done) {
                FirstSteps::verify($device, $step, $read);
            }
        } catch (InvalidValue $e) {
            return $this->show($stored, $device, $request, $step->id, \sprintf('%s was read; expected is %s. %s', $e->given, $e->allowed, $e->advice), $read);
        }
        $entity = $this->em->getRepository(StoredDevice::class)->findOneBy(['job' => $stored, 'slug' => $id]) ?? throw $this->createNotFoundException();
        $this->em->persist(new BenchRecord($entity, $step->id, $done, mb_substr($read, 0, 400), $this->user(), $this->clock->now()));
        $this->em->flush();
        $stage = $done ? $step->stage : self::stageBefore($step);
        if (null !== $stage && $done === (self::rank($stage) > self::rank($device->stage)) && $stage !== $device->stage) {
            return $this->change($stored, new ChangeSet(\sprintf('%s: %s', $device->name, $done ? $step->title : 'took back '.lcfirst($step->title)), [$this->reading->job($stored)->edit(Collection::Devices, $id, ['stage' => $stage->value])]), 'bench_device', ['id' => $id]);
        }

        return $this->redirectToRoute('bench_device', ['slug' => $slug, 'id' => $id], Response::HTTP_SEE_OTHER);
    }

    private function show(StoredJob $stored, Device $device, Request $request, string $current = '', string $error = '', string $read = ''): Response
    {
        $laptop = [];
        $laptopText = $request->query->getString('laptop');
        foreach (explode(' ', (string) preg_replace('/\s+/', ' ', trim($laptopText))) as $text) {
            if ('' === $text) {
                continue;
            }
            try {
                $laptop[] = LaptopInterface::fromString($text);
            } catch (InvalidValue $e) {
                $this->addFlash('error', 'Laptop: '.$e->getMessage());
            }
        }
        $steps = FirstSteps::of($this->reading->job($stored), $device, $laptop);
        $records = $this->records($stored, $device->id);
        if ('' === $current) {
            $current = $request->query->getString('step');
        }
        $known = array_map(static fn (BenchStep $s): string => $s->id, $steps);
        if (!\in_array($current, $known, true)) {
            $current = $known[0];
            foreach ($known as $id) {
                $current = $id;
                if (!isset($records[$id]) || !$records[$id]->isDone()) {
                    break;
                }
            }
        }

        return $this->page($stored, 'bench', 'bench/device.html.twig', [
            'device' => $device,
            'profile' => $this->reading->job($stored)->profileOf($device),
            'steps' => $steps,
            'records' => $records,
            'current' => $steps[(int) array_search($current, $known, true)],
            'doneCount' => \count(array_filter($records, static fn (BenchRecord $r): bool => $r->isDone())),
            'error' => $error,
            'read' => $read,
            'laptopText' => $laptopText,
            'findings' => $this->reading->digest($stored)->findingsByDevice()[$device->id] ?? [],
        ], '' === $error ? 200 : Response::HTTP_UNPROCESSABLE_ENTITY);
    }

    /** @return array<string, BenchRecord> the last record of each step */
    private function records(StoredJob $stored, string $id): array
    {
        /** @var list<BenchRecord> $all */
        $all = $this->em->getRepository(BenchRecord::class)->createQueryBuilder('r')->join('r.device', 'd')->leftJoin('r.user', 'u')->addSelect('u')
            ->where('d.job = :job AND d.slug = :slug')->setParameter('job', $stored)->setParameter('slug', $id)->orderBy('r.id')->getQuery()->getResult();
        $last = [];
        foreach ($all as $record) {
            $last[$record->getStep()] = $record;
        }

        return $last;
    }

    private function find(StoredJob $stored, string $id): Device
    {
        return $this->reading->job($stored)->devices[$id] ?? throw $this->createNotFoundException(\sprintf('There is no device "%s" in this job.', $id));
    }

    /** Taking a step back puts the unit back to before it. */
    private static function stageBefore(BenchStep $step): ?Stage
    {
        return match ($step->stage) {
            Stage::Unpacked => Stage::Planned,
            Stage::Addressed => Stage::Unpacked,
            default => null,
        };
    }

    private static function rank(Stage $stage): int
    {
        return (int) array_search($stage, Stage::cases(), true);
    }
}
