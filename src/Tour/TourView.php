<?php

declare(strict_types=1);

namespace Vorhut\App\Tour;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Where somebody is on the tour. */
final readonly class TourView
{
    /** @param Link|null $back to the screen of the stop, where another one is open */
    public function __construct(
        public string $place,
        public string $title,
        public string $text,
        public ?Link $back,
        public ?Post $next,
        public Post $end,
    ) {}
}
