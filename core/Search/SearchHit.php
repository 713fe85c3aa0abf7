<?php

declare(strict_types=1);

namespace Vorhut\Core\Search;

/** One thing that a search found, and how well it fits. */
final readonly class SearchHit
{
    public const EXACT = 0;
    public const BEGINS = 1;
    public const CONTAINS = 2;
    public const HOLDS = 3;
    public const FINDING = 4;

    /**
     * @param int $rank one of the constants, the least first
     * @param string $kind name of the list it stands in, or "findings"
     * @param string $detail the list in words, and what of it fits
     */
    public function __construct(
        public int $rank,
        public string $kind,
        public string $id,
        public string $title,
        public string $detail,
    ) {}
}
