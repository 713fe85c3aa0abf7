<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

/** One thing that was found. */
final readonly class Hit
{
    public function __construct(public string $title, public string $detail, public string $url) {}
}
