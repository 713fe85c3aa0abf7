<?php

declare(strict_types=1);

namespace Vorhut\App\HandOver;

/** What is open of one kind. */
final readonly class OpenGroup
{
    /** @param list<array{id: string, title: string, detail: string, url: string, reason: string, who: string}> $items */
    public function __construct(public string $title, public int $accepted, public array $items, public string $more) {}
}
