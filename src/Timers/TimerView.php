<?php

declare(strict_types=1);

namespace Vorhut\App\Timers;

use Vorhut\App\Entity\BenchTimer;
use Vorhut\App\Web\View\Post;
use Vorhut\Core\Profile\Step\Timer;

/** A time of a step, running or not. */
final readonly class TimerView
{
    private function __construct(
        public string $kind,
        public string $text,
        public string $missed,
        public int $seconds,
        /** What is left, as minutes and seconds. */
        public string $clock,
        /** Milliseconds since 1970 at which it ends, 0 while it does not run. */
        public int $ends,
        public ?Post $start,
        public ?Post $stop,
    ) {}

    public static function fromTimer(Timer $timer, ?BenchTimer $running, \DateTimeImmutable $now, ?Post $start, ?Post $stop): self
    {
        $left = null === $running ? $timer->seconds : self::left($running, $now);

        return new self(
            kind: $timer->kind->label(),
            text: $timer->text,
            missed: $timer->missed,
            seconds: $timer->seconds,
            clock: self::clock($left),
            ends: null === $running ? 0 : self::ends($running),
            start: $start,
            stop: null === $running ? null : $stop,
        );
    }

    public static function left(BenchTimer $running, \DateTimeImmutable $now): int
    {
        return max(0, $running->getEndsAt()->getTimestamp() - $now->getTimestamp());
    }

    public static function ends(BenchTimer $running): int
    {
        return 1000 * $running->getEndsAt()->getTimestamp();
    }

    public static function clock(int $seconds): string
    {
        return \sprintf('%d:%02d', intdiv($seconds, 60), $seconds % 60);
    }
}
