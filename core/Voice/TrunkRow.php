<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/** One field of a trunk as both ends have it. */
final readonly class TrunkRow
{
    /** @param bool|null $agrees null while one end is not set */
    public function __construct(
        public string $key,
        public string $name,
        public string $ours,
        public string $theirs,
        public ?bool $agrees,
        public string $why,
    ) {}
}
