<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

/** What was found for a few characters: in the job at hand, and in others. */
final readonly class FindView
{
    /**
     * @param list<Hit> $hits
     * @param list<Hit> $elsewhere
     */
    public function __construct(public string $query, public array $hits, public array $elsewhere) {}

    public function isEmpty(): bool
    {
        return '' !== $this->query && [] === $this->hits && [] === $this->elsewhere;
    }
}
