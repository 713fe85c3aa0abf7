<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

/** Where a filled-in sheet is given back. */
final readonly class BackView
{
    public function __construct(public string $url, public string $error = '', public string $text = '') {}
}
