<?php

declare(strict_types=1);

namespace Vorhut\App\Voice;

/** What happens to a number for help, which is never dialled to try it. */
final readonly class HelpView
{
    /** @param list<array{route: string, trunk: string, caller: string, who: string, holds: bool}> $ways */
    public function __construct(
        public string $code,
        public string $name,
        public array $ways,
        public int $placed,
        /** Numbers of those without a dispatchable address, in a sentence; '' where all have one. */
        public string $placeless,
    ) {}
}
