<?php

declare(strict_types=1);

namespace Vorhut\App\Controller;

use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\Observation;
use Vorhut\App\Entity\TestRun;
use Vorhut\App\Message\RunLiveTest;
use Vorhut\App\Plan\Cell;
use Vorhut\App\Plan\JobDigest;
use Vorhut\App\Plan\ProbeFile;

/** Live tests: asked for, watched, stopped. The worker does them. */
final class LiveTestController extends JobPage
{
    /** A live test asks each pair by itself, in minutes and not in hours. */
    private const MOST_PAIRS = 5000;

    #[Route('/job/{slug}/tests', name: 'test_start', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function start(string $slug, Request $request, MessageBusInterface $bus): Response
    {
        $stored = $this->stored($slug);
        $text = static function (string $key) use ($request): ?string {
            $value = $request->request->getString($key);

            return '' === $value ? null : mb_substr($value, 0, 140);
        };
        $intent = $text('intent');
        if (null !== $intent && !isset($this->reading->job($stored)->intents[$intent])) {
            throw $this->createNotFoundException(\sprintf('There is no intent "%s".', $intent));
        }
        $onSite = $request->request->getBoolean('onSite');
        if ($onSite && [] === $stored->getFieldRanges()) {
            $this->addFlash('error', 'Field mode is off: only the lab on 127.0.0.0/8 is contacted. A lead switches it on in the brief.');

            return $this->redirectToRoute('proof', ['slug' => $slug], Response::HTTP_SEE_OTHER);
        }
        $cell = Cell::ofRequest($request);
        $pairs = null !== $text('pair') ? 1 : $this->pairs($this->reading->digest($stored), $intent, $cell);
        if ($pairs > self::MOST_PAIRS) {
            $this->addFlash('error', \sprintf('%s pairs are too many to ask at once; at most %s are. Open a cell or an intent with fewer.', number_format($pairs, 0, '.', ' '), number_format(self::MOST_PAIRS, 0, '.', ' ')));

            return $this->redirectToRoute('proof', ['slug' => $slug] + ($cell?->query() ?? []), Response::HTTP_SEE_OTHER);
        }
        $run = new TestRun($stored, $this->user(), $this->clock->now(), $intent, $text('pair'), $onSite, null === $cell ? null : (string) $cell);
        $this->em->persist($run);
        $this->em->flush();
        $bus->dispatch(new RunLiveTest($run->getId()));

        return $this->redirectToRoute('proof', array_filter(['slug' => $slug, 'intent' => $intent, 'pair' => $text('pair')] + ($cell?->query() ?? []), static fn (?string $v): bool => null !== $v), Response::HTTP_SEE_OTHER);
    }

    private function pairs(JobDigest $digest, ?string $intent, ?Cell $cell): int
    {
        return match (true) {
            null !== $intent => $digest->intents[$intent]['pairs'] ?? 0,
            null !== $cell => array_sum($digest->matrices[$cell->axis->value]->cells[$cell->row][$cell->column] ?? []),
            default => $digest->pairs,
        };
    }

    /** Results of the command-line probe, made at another vantage point. */
    #[Route('/job/{slug}/tests/import', name: 'test_import', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function import(string $slug, Request $request): Response
    {
        $stored = $this->stored($slug);
        $upload = $request->files->get('file');
        $file = ProbeFile::read($this->reading->job($stored), $upload instanceof UploadedFile && $upload->isValid() ? $upload->getContent() : '');
        foreach ($file->seen as $seen) {
            $this->em->persist(new Observation($stored, $seen['intent'], $seen['from'], $seen['to'], $seen['span'], 'probe file', $this->user(), $this->clock->now(), $seen['vantage'], $seen['evidence']));
        }
        $this->em->flush();
        foreach (\array_slice($file->errors, 0, 10) as $error) {
            $this->addFlash('error', (string) $error);
        }
        $this->addFlash([] === $file->seen ? 'error' : 'done', [] === $file->seen ? 'The file held nothing that could be taken over. Choose what bin/vorhut probe wrote.' : \sprintf('%d observations taken over, %d lines refused.', \count($file->seen), \count($file->errors)));

        return $this->redirectToRoute('proof', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    #[Route('/job/{slug}/tests/{id}', name: 'test_progress', requirements: ['id' => '\d+'], methods: ['GET'])]
    public function progress(string $slug, TestRun $run): Response
    {
        $this->mustBelong($slug, $run);

        // Once it is over the page is shown anew, with what was seen.
        return $this->render('proof/_run.html.twig', ['stored' => $run->getJob(), 'run' => $run], new Response(headers: $run->isOver() ? ['HX-Refresh' => 'true'] : []));
    }

    #[Route('/job/{slug}/tests/{id}/stop', name: 'test_stop', requirements: ['id' => '\d+'], methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function stop(string $slug, TestRun $run): Response
    {
        $this->mustBelong($slug, $run);
        $run->cancel();
        $this->em->flush();

        return $this->redirectToRoute('proof', ['slug' => $slug], Response::HTTP_SEE_OTHER);
    }

    private function mustBelong(string $slug, TestRun $run): void
    {
        if ($run->getJob()->getSlug() !== $slug) {
            throw $this->createNotFoundException('There is no such test in this job.');
        }
    }
}
