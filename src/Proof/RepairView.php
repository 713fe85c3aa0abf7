<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\Post;

/** A change that would mend something. */
final readonly class RepairView
{
    public function __construct(
        public string $sentence,
        public string $effect,
        public string $short,
        public string $request,
        public ?Post $make,
    ) {}
}
