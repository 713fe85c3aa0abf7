<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Web\MediaType;

/** A file to export. */
final readonly class Bundle
{
    public function __construct(public string $name, public MediaType $type, public string $content) {}
}
