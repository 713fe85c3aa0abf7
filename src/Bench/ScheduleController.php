<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Frame\JobController;
use Vorhut\App\Plan\JobContext;
use Vorhut\Core\Schedule\Resources;

/** The order of work, planned anew from what is done each time somebody looks. */
final class ScheduleController extends JobController
{
    public function __construct(private readonly BenchDay $day) {}

    #[Route('/job/{slug}/bench/schedule', name: 'schedule', methods: ['GET'], priority: 1)]
    public function index(JobContext $context, Request $request, SchedulePage $page): Response
    {
        $number = $request->query->getInt('n');
        $technicians = $number >= 1 && $number <= Resources::MAX_TECHNICIANS ? $number : null;
        $zoom = Zoom::tryFrom($request->query->getString('zoom')) ?? Zoom::Day;
        $view = $page->show($context, $technicians, $request->query->getString('place'), $zoom);

        return $this->page($context, 'bench', 'bench/schedule.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/schedule/hand', name: 'schedule_hand', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function hand(JobContext $context, Request $request): Response
    {
        $isHere = $request->request->getBoolean('here');
        $isHere ? $this->day->come($context->stored, $this->user()) : $this->day->leave($context->stored, $this->user());

        return $this->to($context, 'schedule');
    }

    /** A unit comes at some time of this day; without a time it is there. */
    #[Route('/job/{slug}/bench/schedule/late', name: 'schedule_late', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function late(JobContext $context, Request $request): Response
    {
        $id = $request->request->getString('device');
        $device = $context->job->devices[$id] ?? throw $this->createNotFoundException('There is no such device.');
        $at = trim($request->request->getString('at'));
        if ('' === $at) {
            $this->day->expect($context->stored, $device->id, null);
            $this->note($context, \sprintf('%s was delivered', $device->name));

            return $this->to($context, 'schedule');
        }
        if (1 !== preg_match('/^([01]?\d|2[0-3])[:.]([0-5]\d)$/D', $at, $m)) {
            $this->addFlash('error', \sprintf('"%s" was given; allowed is a time of day such as 14:30.', mb_substr($at, 0, 20)));

            return $this->to($context, 'schedule');
        }
        $until = $this->now()->setTimezone($context->stored->getTimezone())->setTime((int) $m[1], (int) $m[2]);
        $this->day->expect($context->stored, $device->id, $until);
        $this->note($context, \sprintf('%s is expected at %s', $device->name, $at));

        return $this->to($context, 'schedule');
    }
}
