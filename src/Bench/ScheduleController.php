<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use Vorhut\App\Jobs\JobInHand;
use Vorhut\App\Web\JobPage;
use Vorhut\Core\Schedule\Resources;

/** The order of work, planned anew from what is done each time somebody looks. */
final class ScheduleController extends JobPage
{
    public function __construct(private readonly BenchDay $day)
    {
    }

    #[Route('/job/{slug}/bench/schedule', name: 'schedule', methods: ['GET'], priority: 1)]
    public function index(JobInHand $hand, Request $request, SchedulePage $page): Response
    {
        $number = $request->query->getInt('n');
        $technicians = $number >= 1 && $number <= Resources::MOST_TECHNICIANS ? $number : null;
        $view = $page->show($hand, $technicians, $request->query->getString('place'));

        return $this->page($hand, 'bench', 'bench/schedule.html.twig', $view);
    }

    #[Route('/job/{slug}/bench/schedule/hand', name: 'schedule_hand', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function hand(JobInHand $hand, Request $request): Response
    {
        $isHere = $request->request->getBoolean('here');
        $isHere ? $this->day->come($hand->stored, $this->user()) : $this->day->leave($hand->stored, $this->user());

        return $this->to($hand, 'schedule');
    }

    /** A unit comes at some time of this day; without a time it is there. */
    #[Route('/job/{slug}/bench/schedule/late', name: 'schedule_late', methods: ['POST'], priority: 1)]
    #[IsGranted('ROLE_TECHNICIAN')]
    public function late(JobInHand $hand, Request $request): Response
    {
        $id = $request->request->getString('device');
        $device = $hand->job->devices[$id] ?? throw $this->createNotFoundException('There is no such unit.');
        $at = trim($request->request->getString('at'));
        if ('' === $at) {
            $this->day->expect($hand->stored, $device->id, null);
            $this->note($hand, \sprintf('%s is here', $device->name));

            return $this->to($hand, 'schedule');
        }
        if (1 !== preg_match('/^([01]?\d|2[0-3])[:.]([0-5]\d)$/D', $at, $m)) {
            $this->addFlash('error', \sprintf('"%s" was given; allowed is a time of day such as 14:30.', mb_substr($at, 0, 20)));

            return $this->to($hand, 'schedule');
        }
        $until = $this->now()->setTimezone($hand->stored->getTimezone())->setTime((int) $m[1], (int) $m[2]);
        $this->day->expect($hand->stored, $device->id, $until);
        $this->note($hand, \sprintf('%s comes at %s', $device->name, $at));

        return $this->to($hand, 'schedule');
    }
}
