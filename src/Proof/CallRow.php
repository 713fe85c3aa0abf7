<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** One step of the proof of telephony. */
final readonly class CallRow
{
    /**
     * @param string $state "proven", "open", "broken" or "absent", for its mark
     * @param list<array{span: VerdictView, count: int}> $counts as predicted
     * @param list<Link> $intents what it is made of
     * @param string $lacks what of it nobody has planned, '' where nothing is missing
     */
    public function __construct(
        public string $title,
        public string $shows,
        public string $state,
        public array $counts,
        public string $observed,
        public array $intents,
        public string $lacks,
        public Link|Post|null $action,
        public bool $isNext,
    ) {}
}
