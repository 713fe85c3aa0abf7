<?php

declare(strict_types=1);

namespace Vorhut\App\Timers;

use Psr\Clock\ClockInterface;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\Routing\Generator\UrlGeneratorInterface;
use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Plan\JobContext;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Profile\Step\TimerKind;

/** The times that run at the bench, as a thin strip on every screen of the job. */
final readonly class TimerStrip
{
    public function __construct(
        private BenchTimers $timers,
        private Security $security,
        private UrlGeneratorInterface $urls,
        private ClockInterface $clock,
    ) {}

    /** @return list<TimerStripView> the one that ends first in front */
    public function views(JobContext $context): array
    {
        return array_map(fn (BenchTimer $t): TimerStripView => $this->one($context, $t), $this->timers->running($context->stored));
    }

    private function one(JobContext $context, BenchTimer $timer): TimerStripView
    {
        $slug = $context->stored->getSlug();
        $stop = $this->urls->generate('bench_timer_stop', ['slug' => $slug, 'id' => $timer->getId()]);

        return new TimerStripView(
            unit: $context->job->nameOf($timer->getDevice()),
            text: \sprintf('%s, %s', TimerKind::from($timer->getKind())->label(), $timer->getLabel()),
            clock: TimerView::clock(TimerView::left($timer, $this->clock->now())),
            ends: TimerView::ends($timer),
            url: $this->urls->generate('bench_device', ['slug' => $slug, 'id' => $timer->getDevice(), 'step' => $timer->getStep()]),
            stop: $this->security->isGranted('ROLE_TECHNICIAN') ? new Post('Remove', $stop, small: true) : null,
        );
    }
}
