<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** A relation drawn between two posts, with the values that must match. */
final readonly class LineView
{
    /**
     * @param list<array{name: string, mine: string, theirs: string, state: string, why: string, mends: list<Post>}> $ties
     * @param string $state "broken", "open" or "agrees"
     */
    public function __construct(
        public string $from,
        public string $says,
        public string $to,
        public string $state,
        public string $path,
        public int $labelX,
        public int $labelY,
        public array $ties,
        public ?Link $edit,
    ) {}
}
