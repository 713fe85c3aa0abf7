<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** Where a call ends up: a trunk, or what has a number in the house. */
final readonly class DialEnd
{
    public function __construct(
        /** "trunk", "extension" for units that ring, else the kind of extension. */
        public string $kind,
        public string $id,
    ) {}
}
