<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

/** A socket as it is drawn: what goes there, and what it is taken for. */
final readonly class PortView
{
    public function __construct(
        public string $name,
        public string $kind,
        public string $shape,
        public string $goesTo,
        public string $lookAlike,
        public bool $isUsed,
    ) {
    }
}
