<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

/** A unit drawn as a post. */
final readonly class PostView
{
    public function __construct(
        public string $name,
        public string $kind,
        public string $url,
        public int $x,
        public int $y,
        public int $width,
        public bool $isSelected,
    ) {}
}
