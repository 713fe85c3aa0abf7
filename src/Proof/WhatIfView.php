<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** A change that is tried on a copy. */
final readonly class WhatIfView
{
    /**
     * @param array<string, array<string, string>> $fields what can be tried, label by field and kind of thing
     * @param array<string, string> $things name by what is typed for it
     * @param list<array{name: string, url: string, expect: string, mends: int, breaks: int}> $turned
     */
    public function __construct(
        public Link $drop,
        public string $error,
        public string $url,
        public string $on,
        public string $field,
        public string $value,
        public array $fields,
        public array $things,
        public ?Next $next,
        public bool $tried,
        public array $turned,
    ) {
    }
}
