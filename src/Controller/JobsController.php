<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Entity\StoredJob;
use Vorhut\App\Message\RunImport;
use Vorhut\App\Plan\JobStore;
use Vorhut\Core\JobFile\InvalidFile;
use Vorhut\Core\JobFile\JobFile;
use Vorhut\Core\JobFile\Json;
use Vorhut\Core\Profile\ProfileLibrary;

/** The list of jobs, and how a job comes in, goes out and ends. */
final class JobsController extends JobPage
{
    /** A larger file goes through the worker. */
    private const AT_ONCE = 262144;

    #[Route('/', name: 'jobs', methods: ['GET'])]
    public function index(): Response
    {
        $jobs = [];
        foreach ($this->em->getRepository(StoredJob::class)->findBy(['ready' => true], ['name' => 'ASC'], 100) as $stored) {
            $jobs[] = ['stored' => $stored, 'digest' => $this->reading->digest($stored)];
        }

        return $this->render('jobs/index.html.twig', ['jobs' => $jobs, 'runs' => $this->em->getRepository(ImportRun::class)->findBy(['user' => $this->user(), 'deviceList' => false], ['id' => 'DESC'], 3)]);
    }

    #[Route('/jobs/new', name: 'job_new', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function create(Request $request, JobStore $store, ProfileLibrary $library): Response
    {
        $frame = ['format' => JobFile::FORMAT, 'version' => JobFile::VERSION, 'job' => [
            'name' => trim($request->request->getString('name')), 'client' => trim($request->request->getString('client')), 'timezone' => $request->request->getString('timezone', 'UTC'), 'notes' => '',
        ]];
        try {
            $stored = $store->create(JobFile::read(Json::line($frame), $library), $this->user());
        } catch (InvalidFile $e) {
            foreach ($e->errors as $error) {
                $this->addFlash('error', self::sentence($error));
            }

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('networks', ['slug' => $stored->getSlug()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/jobs/import', name: 'job_import', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function import(Request $request, JobStore $store, ProfileLibrary $library, MessageBusInterface $bus): Response
    {
        $file = $request->files->get('file');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            $this->addFlash('error', $file instanceof UploadedFile ? 'The file did not arrive whole: '.$file->getErrorMessage() : 'No file was chosen. Choose a job file, which ends in .json.');

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }
        $text = $file->getContent();
        if (\strlen($text) > self::AT_ONCE) {
            $run = new ImportRun($this->user(), $text, $this->clock->now());
            $this->em->persist($run);
            $this->em->flush();
            $bus->dispatch(new RunImport($run->getId()));

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }
        try {
            $stored = $store->create(JobFile::read($text, $library), $this->user());
        } catch (InvalidFile $e) {
            return $this->render('jobs/refused.html.twig', ['errors' => $e->errors, 'name' => $file->getClientOriginalName()], new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
        }

        return $this->redirectToRoute('brief', ['slug' => $stored->getSlug()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/jobs/import/{id}', name: 'import_progress', requirements: ['id' => '\d+'], methods: ['GET'])]
    public function progress(ImportRun $run): Response
    {
        if ($run->getUser() !== $this->getUser()) {
            throw $this->createAccessDeniedException();
        }

        return $this->render('jobs/_run.html.twig', ['run' => $run]);
    }

    #[Route('/job/{slug}/export', name: 'job_export', methods: ['GET'])]
    public function export(string $slug): Response
    {
        $stored = $this->stored($slug);

        return new Response(JobFile::write($this->reading->job($stored)), headers: [
            'Content-Type' => 'application/json',
            'Content-Disposition' => \sprintf('attachment; filename="%s.json"', $stored->getSlug()),
        ]);
    }

    #[Route('/job/{slug}', name: 'brief', methods: ['GET'])]
    public function brief(string $slug): Response
    {
        $stored = $this->stored($slug);

        return $this->page($stored, 'brief', 'brief/index.html.twig', [
            'changes' => $this->em->getRepository(Change::class)->createQueryBuilder('c')->leftJoin('c.user', 'u')->addSelect('u')
                ->where('c.job = :job')->setParameter('job', $stored)->orderBy('c.id', 'DESC')->setMaxResults(40)->getQuery()->getResult(),
        ]);
    }

    #[Route('/job/{slug}/undo/{id}', name: 'undo', requirements: ['id' => '\d+'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function undo(string $slug, Change $change, Request $request): Response
    {
        $stored = $this->stored($slug);
        if ($change->getJob() !== $stored || null !== $change->getUndoneBy()) {
            $this->addFlash('error', 'That change is undone already.');
        } else {
            try {
                $this->editor->undo($change, $this->user());
                $this->addFlash('done', 'Undone: '.$change->getTitle());
            } catch (\Vorhut\App\Plan\EditConflict|InvalidFile $e) {
                $this->addFlash('error', 'It was not undone. '.$e->getMessage());
            }
        }
        $back = $request->request->getString('back');

        return $this->redirect(str_starts_with($back, '/job/'.$stored->getSlug()) ? $back : $this->generateUrl('brief', ['slug' => $slug]), Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/remove', name: 'job_remove', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function remove(string $slug, Request $request, JobStore $store): Response
    {
        $stored = $this->stored($slug);
        if (trim($request->request->getString('name')) !== $stored->getName()) {
            $this->addFlash('error', \sprintf('The name "%s" was given; allowed is "%s", letter by letter. A removed job cannot be brought back, so export it first.', $request->request->getString('name'), $stored->getName()));

            return $this->redirectToRoute('brief', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
        $store->remove($stored);

        return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
    }
}
