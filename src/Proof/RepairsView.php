<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

/** What would mend a pair, or where to ask again while that is being looked for. */
final readonly class RepairsView
{
    /**
     * @param list<RepairView> $found best first
     * @param string $otherwise what to do where nothing was found
     * @param string|null $waitUrl null when nothing is being looked for any more
     */
    public function __construct(
        public array $found,
        public string $otherwise,
        public ?string $waitUrl,
    ) {}
}
