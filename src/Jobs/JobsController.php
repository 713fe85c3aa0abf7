<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\ImportRun;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobStore;
use Vorhut\App\Runs\Runs;
use Vorhut\App\Web\Download;
use Vorhut\App\Web\MediaType;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\Exchange\JobFile;
use Vorhut\Core\Profile\ProfileLibrary;
use Vorhut\Core\Provision\Acting;
use Vorhut\Core\Record\InvalidFile;
use Vorhut\Core\Record\Json;

/** The list of jobs, and how a job comes in, goes out and ends. */
final class JobsController extends JobController
{
    /** A larger file goes through the worker, in bytes. */
    private const AT_ONCE = 262144;

    public function __construct(private readonly JobStore $store, private readonly ProfileLibrary $library) {}

    #[Route('/', name: 'jobs', methods: ['GET'])]
    public function index(Request $request, JobsPage $jobs): Response
    {
        return $this->render('jobs/index.html.twig', ['view' => $jobs->show(JobsQuery::fromRequest($request), $this->user())]);
    }

    #[Route('/jobs/new', name: 'job_new', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function create(Request $request): Response
    {
        $info = [
            'name' => trim($request->request->getString('name')),
            'client' => trim($request->request->getString('client')),
            'timezone' => $request->request->getString('timezone', 'UTC'),
            'notes' => '',
        ];
        $text = Json::line(['format' => JobFile::FORMAT, 'version' => JobFile::VERSION, 'job' => $info]);
        try {
            $stored = $this->store->create(JobFile::read($text, $this->library), $this->user());
        } catch (InvalidFile $e) {
            foreach ($e->errors as $error) {
                $this->addFlash('error', Sentence::fromError($error));
            }

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }

        return $this->redirectToRoute('networks', ['slug' => $stored->getSlug()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/jobs/import', name: 'job_import', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function import(Request $request, Runs $runs, HeldFiles $held): Response
    {
        $token = $request->request->getString('held');
        if ('' !== $token) {
            $taken = $held->take($this->user(), $token);
            if (null === $taken) {
                $this->addFlash('error', 'That file is no longer stored. Choose it again.');

                return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
            }

            return $this->imported($taken[0], $taken[1], $runs);
        }
        $file = $request->files->get('file');
        if (!$file instanceof UploadedFile || !$file->isValid()) {
            $arrived = $file instanceof UploadedFile;
            $none = 'No file was chosen. Choose a job file, which ends in .json.';
            $this->addFlash('error', $arrived ? 'The upload is incomplete: '.$file->getErrorMessage() : $none);

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }
        [$name, $text] = [$file->getClientOriginalName(), $file->getContent()];
        $acts = $this->acts($text);

        return [] === $acts
            ? $this->imported($name, $text, $runs)
            : $this->render('jobs/acting.html.twig', ['view' => new ActingView($name, $acts, $held->hold($this->user(), $name, $text))]);
    }

    /** @return list<array{of: string, what: string, text: string}> nothing for a file that is none: that is said when it is read */
    private function acts(string $text): array
    {
        try {
            return Acting::inJob(JobFile::read($text, $this->library));
        } catch (InvalidFile) {
            return [];
        }
    }

    private function imported(string $name, string $text, Runs $runs): Response
    {
        if (\strlen($text) > self::AT_ONCE) {
            $runs->start(ImportRun::ofJobFile($this->user(), $text, $this->now()));

            return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
        }
        try {
            $stored = $this->store->create(JobFile::read($text, $this->library), $this->user());
        } catch (InvalidFile $e) {
            $values = ['view' => new RefusedView($name, $e->errors)];

            return $this->render('jobs/refused.html.twig', $values, new Response(status: Response::HTTP_UNPROCESSABLE_ENTITY));
        }

        return $this->redirectToRoute('brief', ['slug' => $stored->getSlug()], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/export', name: 'job_export', methods: ['GET'])]
    public function export(JobContext $context): Response
    {
        return new Download(JobFile::write($context->job), MediaType::Json, $context->stored->getSlug().'.json');
    }

    /** Into the archive, or out of it: an archived job is whole and can be opened, the list of jobs leaves it out. */
    #[Route('/job/{slug}/archive', name: 'job_archive', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function archive(JobContext $context, Request $request, EntityManagerInterface $em): Response
    {
        $isArchived = '' !== $request->request->getString('archived');
        $context->stored->archive($isArchived ? $this->now() : null);
        $em->flush();
        $this->addFlash('done', \sprintf($isArchived ? '%s is archived.' : '%s is restored.', $context->stored->getName()));

        return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/remove', name: 'job_remove', methods: ['POST'])]
    #[IsGranted('ROLE_LEAD')]
    public function remove(JobContext $context, Request $request): Response
    {
        $given = trim($request->request->getString('name'));
        $name = $context->stored->getName();
        if ($given !== $name) {
            $refused = \sprintf('The name "%s" was given; allowed is "%s", letter by letter.', $given, $name);
            $this->addFlash('error', $refused.' A deleted job cannot be restored, so export it first.');

            return $this->to($context, 'brief');
        }
        $this->store->remove($context->stored);

        return $this->redirectToRoute('jobs', [], Response::HTTP_SEE_OTHER);
    }
}
