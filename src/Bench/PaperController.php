<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Entity\User;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\Words;

/** The bench on paper, of one unit, of a room or rack, or of everything; and what was written there, back again. */
final class PaperController extends JobController
{
    public function __construct(private readonly KeyedPage $page) {}

    #[Route('/job/{slug}/bench/paper', name: 'bench_paper', methods: ['GET'], priority: 1)]
    public function paper(JobContext $context, Request $request, BenchPaper $paper, Laptops $laptops): Response
    {
        [$device, $place] = KeyedPage::typed($request);
        $given = array_filter(['device' => $device, 'place' => $place], static fn (string $t): bool => '' !== $t);
        $of = ['slug' => $context->stored->getSlug()] + $given;
        $view = new BenchPaperView(
            $context->job->locations[$place]->name ?? 'Bench',
            $context->revision,
            $paper->units($context, $paper->devices($context, $device, $place), $laptops->laptop($context->stored, $this->user())),
            $this->isGranted('ROLE_TECHNICIAN') ? new Link('Save records', $this->generateUrl('bench_keyed', $of), 'k') : null,
        );

        return $this->page($context, 'bench', 'bench/paper.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/keyed', name: 'bench_keyed', methods: ['GET'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function form(JobContext $context, Request $request): Response
    {
        return $this->page($context, 'bench', 'bench/keyed.html.twig', $this->page->show($context, $request, $this->user()));
    }

    #[Route('/job/{slug}/bench/keyed', name: 'bench_keyed_take', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function take(JobContext $context, Request $request, KeyedPaper $keyed, EntityManagerInterface $em): Response
    {
        $by = $em->find(User::class, $request->request->getInt('by')) ?? $this->user();
        $on = $request->request->getString('on');
        $at = \DateTimeImmutable::createFromFormat('!'.KeyedPage::FORMAT, $on, $context->stored->getTimezone());
        if (false === $at || $at > $this->now()) {
            $now = $this->now()->setTimezone($context->stored->getTimezone())->format(KeyedPage::FORMAT);
            $error = \sprintf('"%s" was given; allowed is a day and time that has passed, such as %s.', mb_substr($on, 0, 20), $now);

            return $this->again($context, $request, [], $error);
        }
        $written = KeyedPage::written($request);
        [$change, $effects, $taken, $refused] = $keyed->record(
            context: $context,
            runbooks: $this->page->runbooks($context, $request),
            written: $written,
            by: $by,
            at: $at->setTimezone($this->now()->getTimezone()),
        );
        $errors = [] === $effects ? [] : $this->apply($context, $change, $request, $effects);
        if ([] !== $errors || [] !== $refused) {
            if ([] === $errors && [] !== $taken) {
                $this->addFlash('done', \sprintf('Saved: %s.', implode(', ', $taken)));
            }

            return $this->again($context, $request, $refused, $errors[0] ?? '');
        }
        $this->addFlash('done', \sprintf('Records of %s saved.', Words::count(\count($taken), 'device', 'devices')));
        [$device, $place] = KeyedPage::typed($request);

        return $this->to($context, 'bench_keyed', ['device' => $device, 'place' => $place]);
    }

    /** @param array<array-key, string> $refused */
    private function again(JobContext $context, Request $request, array $refused, string $error): Response
    {
        $view = $this->page->show(context: $context, request: $request, user: $this->user(), refused: $refused, error: $error);

        return $this->page(
            context: $context,
            stop: 'bench',
            template: 'bench/keyed.html.twig',
            view: $view,
            status: Response::HTTP_UNPROCESSABLE_ENTITY,
        );
    }
}
