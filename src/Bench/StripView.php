<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\Post;

/** A running time in the strip that every screen of a job has. */
final readonly class StripView
{
    public function __construct(
        public string $unit,
        public string $text,
        public string $clock,
        public int $ends,
        public string $url,
        public ?Post $stop,
    ) {
    }
}
