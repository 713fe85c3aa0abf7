<?php

declare(strict_types=1);

namespace Vorhut\App\Tour;

/** One screen of the tour, and what to see there. */
final readonly class TourStop
{
    /**
     * @param string $section the section of the job that the screen is in
     * @param array<string, string> $query
     */
    public function __construct(
        public string $route,
        public string $section,
        public string $title,
        public string $text,
        public array $query = [],
    ) {}
}
