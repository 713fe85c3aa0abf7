<?php

declare(strict_types=1);

namespace Vorhut\App\Scan;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\Sentence;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Scan\Swap;

/** Reads stickers with the camera of a phone or laptop, and says at once whose they are. */
final class ScanController extends JobController
{
    private const LONGEST = 500;

    public function __construct(private readonly ScanPage $page) {}

    #[Route('/job/{slug}/scan', name: 'scan', methods: ['GET'])]
    public function index(JobContext $context, Request $request): Response
    {
        $view = $this->page->show($context, self::text($request->query->getString('code')), $request->query->getString('unit'));

        return $this->page($context, 'bench', 'scan/index.html.twig', $view);
    }

    /** Only the answer, for a page that goes on looking. */
    #[Route('/job/{slug}/scan/which', name: 'scan_which', methods: ['GET'])]
    public function which(JobContext $context, Request $request): Response
    {
        $text = self::text($request->query->getString('code'));
        $unit = $request->query->getString('unit');
        if (!$request->headers->has('HX-Request')) {
            return $this->page($context, 'bench', 'scan/index.html.twig', $this->page->show($context, $text, $unit));
        }

        return $this->render('scan/_which.html.twig', ['which' => $this->page->which($context, $text, $unit)]);
    }

    /** Puts another unit into the place of a planned one. */
    #[Route('/job/{slug}/scan/swap', name: 'scan_swap', methods: ['POST'])]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function swap(JobContext $context, Request $request, Swapper $swapper): Response
    {
        $form = $request->request;
        $id = $form->getString('unit');
        $device = $context->job->devices[$id] ?? throw $this->createNotFoundException('There is no such device.');
        $typed = ['serial' => self::text($form->getString('serial')), 'mac' => self::text($form->getString('mac'))];
        try {
            $change = Swap::changeSet($context->job, $device, $typed['serial'], $typed['mac']);
        } catch (InvalidValue $e) {
            $which = $this->page->which(
                context: $context,
                text: self::text($form->getString('code')),
                unit: $id,
                error: Sentence::ofValue($e),
                typed: $typed,
            );
            $view = $this->page->show($context, '', $id, $which);

            return $this->page(
                context: $context,
                stop: 'bench',
                template: 'scan/index.html.twig',
                view: $view,
                status: Response::HTTP_UNPROCESSABLE_ENTITY,
            );
        }
        foreach (Swap::tied($context->job, $device) as $licence) {
            $this->addFlash('error', \sprintf('%s is tied to serial number %s: have it reissued.', $licence->name, $licence->serial));
        }

        return $this->change(
            context: $context,
            change: $change,
            request: $request,
            route: 'bench_device',
            parameters: ['id' => $device->id],
            effects: $swapper->effects($context, $device),
        );
    }

    private static function text(string $text): string
    {
        return mb_substr(trim($text), 0, self::LONGEST);
    }
}
