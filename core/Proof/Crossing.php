<?php

declare(strict_types=1);

namespace Vorhut\Core\Proof;

use Vorhut\Core\Reach\Walk\Verdict;

/** Whether one segment is reached from another, by whom and why not. */
final readonly class Crossing
{
    /**
     * @param list<string> $routers on the way there, in order
     * @param list<array{string, int}> $decided routers whose filter was asked, each with the place of the rule that decided
     */
    public function __construct(
        public string $segment,
        public Verdict $verdict,
        public array $routers,
        public array $decided,
    ) {}
}
