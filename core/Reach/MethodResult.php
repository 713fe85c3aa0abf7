<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach;

use Vorhut\Core\Profile\Finder;

/** Whether one discovery method finds the unit, and else why not. */
final readonly class MethodResult
{
    public function __construct(
        public Finder $finder,
        public bool $works,
        public ?Cause $cause,
        public ?Verdict $verdict = null,
        /** It works until group memberships have aged out. */
        public bool $fades = false,
    ) {
    }
}
