<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\Next;

/** The change to make first in a job, or where to ask again while it is being looked for. */
final readonly class NextRepairView
{
    /** @param string|null $waitUrl null when nothing is being looked for any more */
    public function __construct(public ?Next $next, public ?string $waitUrl) {}
}
