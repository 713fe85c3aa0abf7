<?php

declare(strict_types=1);

namespace Vorhut\App\Bench;

use Vorhut\App\Web\View\TypingView;

/** A value to be typed at a step. */
final readonly class ValueView
{
    /** @param string|null $copy null for what is not copied: what stays blank, what is open, what is secret */
    public function __construct(
        public string $label,
        public string $value,
        public string $note,
        public string $origin,
        public bool $isOpen,
        public ?string $copy,
        public ?TypingView $typing,
        public string $url,
        public ?SecretView $secret = null,
    ) {}
}
