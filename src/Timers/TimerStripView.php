<?php

declare(strict_types=1);

namespace Vorhut\App\Timers;

use Vorhut\App\Web\View\Post;

/** A running time in the strip that every screen of a job has. */
final readonly class TimerStripView
{
    public function __construct(
        public string $unit,
        public string $text,
        public string $clock,
        public int $ends,
        public string $url,
        public ?Post $stop,
    ) {}
}
