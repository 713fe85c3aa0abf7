<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

/** What a job file brings that acts, before it is taken. */
final readonly class ActingView
{
    /**
     * @param list<array{of: string, what: string, text: string}> $acts
     * @param string $held what the file is taken by
     */
    public function __construct(public string $name, public array $acts, public string $held) {}
}
