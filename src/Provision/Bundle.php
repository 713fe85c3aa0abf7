<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Web\MediaType;

/** A file to carry off. */
final readonly class Bundle
{
    public function __construct(public string $name, public MediaType $type, public string $content)
    {
    }
}
