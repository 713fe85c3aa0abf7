<?php

declare(strict_types=1);

namespace Vorhut\Tests\Analysis;

/** A file with one thing changed. */
final readonly class Mutant
{
    public function __construct(public int $line, public string $what, public string $code) {}
}
