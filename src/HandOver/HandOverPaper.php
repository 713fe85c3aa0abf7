<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

use Vorhut\Core\HandOver\OpenItem;

/** The hand-over as it is printed. */
final readonly class HandOverPaper
{
    /**
     * @param list<string> $summary sentences
     * @param list<array{string, string}> $signed who took it over, where somebody did
     * @param list<array{title: string, items: list<OpenItem>, more: string}> $open by kind
     * @param list<array{title: string, heads: list<string>, rows: list<list<string>>, more: string}> $lists
     */
    public function __construct(
        public string $job,
        public string $client,
        public array $summary,
        public array $signed,
        public array $open,
        public array $lists,
    ) {
    }
}
