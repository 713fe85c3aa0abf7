<?php

declare(strict_types=1);

namespace Vorhut\App\Kinds;

use Vorhut\App\Web\View\TypingView;

/** A keypad drawn, and a text to type on it. */
final readonly class PracticeView
{
    /**
     * @param list<string> $keys those that type, as they lie
     * @param array<array-key, string> $faces what each key types in each mode, in short, by key
     * @param string $rules of the keypad, for the page's script
     * @param array<array-key, string> $texts to choose from, url by text
     * @param array<string, string> $keypads url by name
     */
    public function __construct(
        public string $kind,
        public string $keypad,
        public array $keys,
        public array $faces,
        public ?string $modeKey,
        public ?string $nextKey,
        public ?string $backKey,
        public string $rules,
        public string $text,
        public int $best,
        public string $bestSeconds,
        public TypingView $typing,
        public array $texts,
        public array $keypads,
        public string $kindUrl,
    ) {}
}
