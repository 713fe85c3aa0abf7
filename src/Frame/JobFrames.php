<?php

declare(strict_types=1);

namespace Vorhut\App\Frame;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\Change;
use Vorhut\App\Entity\User;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Plan\JobReading;
use Vorhut\App\Plan\Journal;
use Vorhut\App\Timers\TimerStrip;
use Vorhut\App\Tour\TourGuide;
use Vorhut\App\Web\LocalTime;
use Vorhut\App\Web\View\Post;

/** Makes the frame of a job's pages: the way, the jump field, the last change that can be undone or made again. */
final readonly class JobFrames
{
    /** How long a change stays on screen for undoing. */
    private const UNDO_FOR = '-20 minutes';

    public function __construct(
        private Journal $journal,
        private JobReading $reading,
        private Security $security,
        private RequestStack $requests,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
        private TimerStrip $strip,
        private FirstStep $first,
        private TourGuide $tour,
    ) {}

    /** @param bool $isTold whether to tell where the job stands: that takes a while right after a large one was changed */
    public function frame(JobContext $context, string $stop, bool $isTold = true): JobFrame
    {
        $stored = $context->stored;
        $slug = $stored->getSlug();
        $way = [];
        foreach ($isTold ? JobNavigation::stops($this->reading->digest($stored)) : [] as $step) {
            $way[] = $step + ['url' => $this->urls->generate($step['id'], ['slug' => $slug]), 'here' => $step['id'] === $stop];
        }
        $user = $this->security->getUser();
        $mine = $user instanceof User && $this->security->isGranted('ROLE_TECHNICIAN') ? $user : null;
        $undo = null === $mine ? null : $this->journal->toUndo($stored, $mine);
        $redo = null === $mine ? null : $this->journal->toRedo($stored, $mine);
        $isFresh = max($undo?->getAt(), $redo?->getUndoneBy()?->getAt()) > $this->clock->now()->modify(self::UNDO_FOR);

        return new JobFrame(
            slug: $slug,
            name: $stored->getName(),
            client: $stored->getClient(),
            way: $way,
            findUrl: $this->urls->generate('find', ['slug' => $slug]),
            scanUrl: $this->urls->generate('scan', ['slug' => $slug]),
            version: $context->revision,
            undo: null === $undo || !$isFresh ? null : $this->step(
                context: $context,
                change: $undo,
                stop: $stop,
                route: 'undo',
                text: 'Undo',
                key: 'z',
            ),
            redo: null === $redo || !$isFresh ? null : $this->step(
                context: $context,
                change: $redo,
                stop: $stop,
                route: 'redo',
                text: 'Redo',
                key: 'y',
            ),
            undoTime: null === $undo ? '' : LocalTime::clock($undo->getAt(), $stored->getTimezone()),
            today: LocalTime::full($this->clock->now(), $stored->getTimezone()),
            timers: $this->strip->views($context),
            first: $this->first->next($context, $stop),
            tour: $this->tour->view($stored, $stop),
        );
    }

    private function step(JobContext $context, Change $change, string $stop, string $route, string $text, string $key): Post
    {
        $slug = $context->stored->getSlug();
        $request = $this->requests->getCurrentRequest();
        $here = null === $request || !$request->isMethod('GET') ? '' : $request->getRequestUri();
        $back = str_starts_with($here, '/job/') ? $here : $this->urls->generate($stop, ['slug' => $slug]);
        $url = $this->urls->generate($route, ['slug' => $slug, 'id' => $change->getId()]);

        return new Post($text, $url, ['back' => $back], $key, before: $change->getTitle());
    }
}
