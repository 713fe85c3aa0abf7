<?php

declare(strict_types=1);

namespace Vorhut\App\Proof;

use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Post;

/** Changes that are tried on a copy. */
final readonly class WhatIfView
{
    /**
     * @param list<string> $trials what is tried, as an address has it
     * @param list<array{text: string, dropUrl: string}> $listed the same in words
     * @param string $thing what is tried on next, by its name
     * @param list<string> $names to choose it from
     * @param string $on the same as a file has it, '' for nothing
     * @param list<array{field: string, label: string, now: string, fields: list<FormField>}> $forms what can be tried on it
     * @param string $refused the field whose value was not taken
     * @param string $value what was typed there
     * @param array<string, string> $prefixes name of the network by prefix
     * @param list<EffectStrip> $strips
     * @param string|null $variantUrl where to keep it as a variant
     * @param list<array{name: string, url: string, said: string, drop: Post|null}> $variants
     */
    public function __construct(
        public Link $drop,
        public string $error,
        public string $url,
        public array $trials,
        public array $listed,
        public string $thing,
        public array $names,
        public string $on,
        public array $forms,
        public string $refused,
        public string $value,
        public array $prefixes,
        public ?Next $next,
        public bool $tried,
        public array $strips,
        public ?string $variantUrl,
        public array $variants,
    ) {}
}
