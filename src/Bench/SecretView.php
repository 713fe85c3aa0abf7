<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** A secret that is typed at a step: shown for a short while, or made. */
final readonly class SecretView
{
    public function __construct(public string $url, public string $name, public string $back, public bool $isKept) {}
}
