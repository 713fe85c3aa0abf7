<?php

declare(strict_types=1);

namespace Vorhut\App\Light;

use Vorhut\App\Web\View\Link;

/** One fixture on the strip and in the list. */
final readonly class FixtureView
{
    /**
     * @param int $start slot from 1
     * @param int $drawn slots that are on the strip
     * @param bool $fits whether it shares no slot with another and ends where the universe does
     */
    public function __construct(
        public Link $link,
        public int $start,
        public int $drawn,
        public bool $fits,
        public string $slots,
        public string $node,
        public string $place,
    ) {}
}
