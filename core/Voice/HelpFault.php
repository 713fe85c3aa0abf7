<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Extension;

/** What goes wrong with a number for help from some extensions. */
final readonly class HelpFault
{
    /** @param non-empty-list<Extension> $callers */
    public function __construct(
        public string $dialled,
        public array $callers,
        /** In the middle of a sentence. */
        public string $said,
        /** Whether the call does not get out at all, or with other digits. */
        public bool $isLost,
        public string $advice,
        public ?string $route,
    ) {}
}
