<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

/** A file to carry off. */
final readonly class Bundle
{
    public function __construct(public string $name, public string $type, public string $content)
    {
    }
}
