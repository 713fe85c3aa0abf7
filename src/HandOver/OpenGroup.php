<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

/** What is open of one kind. */
final readonly class OpenGroup
{
    /**
     * @param list<array{id: string, title: string, detail: string, url: string, reason: string, who: string}> $items
     * @param int $left how many are not accepted
     */
    public function __construct(
        public string $kind,
        public string $title,
        public int $accepted,
        public int $left,
        public array $items,
        public string $more,
    ) {}
}
