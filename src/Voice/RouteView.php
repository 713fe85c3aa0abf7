<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** One route in its row. */
final readonly class RouteView
{
    public function __construct(
        public int $place,
        public string $name,
        public string $map,
        public string $change,
        public string $who,
        public string $to,
        public string $when,
        public string $url,
        public bool $isWrong,
        public bool $isTaking,
    ) {}
}
