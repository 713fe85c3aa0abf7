<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** Something of which the busy hour needs more than there is. */
final readonly class Shortfall
{
    public function __construct(
        public string $title,
        public string $why,
        public string $advice,
        public ?string $trunk,
        public ?string $device,
    ) {}
}
