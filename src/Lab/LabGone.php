<?php

declare(strict_types=1);

namespace Vorhut\App\Lab;

/** A test was to be made in a lab that does not run. */
final class LabGone extends \RuntimeException
{
    public static function now(): self
    {
        return new self(Labs::NONE);
    }
}
