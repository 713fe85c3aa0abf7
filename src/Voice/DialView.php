<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** What becomes of a dialled number, as it is drawn. */
final readonly class DialView
{
    /**
     * @param list<array{name: string, url: string, takes: bool, says: string}> $routes those whose map takes it, in order
     * @param list<array{name: string, url: string}> $passed numbers that pass the call on, before the last
     */
    public function __construct(
        public string $who,
        public string $whoDetail,
        public string $number,
        public int $waitSeconds,
        public array $routes,
        public string $digits,
        public array $passed,
        public string $end,
        public string $endDetail,
        public string $endUrl,
        public bool $holds,
        public string $verdict,
        public string $why,
        public bool $isHelp,
        /** Whether an emergency call is answered. */
        public bool $reachesHelp,
    ) {}
}
