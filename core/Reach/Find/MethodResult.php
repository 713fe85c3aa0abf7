<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Find;

use Vorhut\Core\Profile\Finder;
use Vorhut\Core\Reach\Cause\Cause;
use Vorhut\Core\Reach\Walk\Verdict;

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
    ) {}
}
