<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** How a call ends up that found its way. */
final readonly class Arrived
{
    /** @param list<string> $path numbers it was passed on by */
    public function __construct(
        public ?DialEnd $to,
        public DialVerdict $verdict,
        public string $why,
        public array $path = [],
    ) {}
}
