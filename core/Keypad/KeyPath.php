<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

/** The best way found so far to type a text up to one of its characters, by one key in one mode. */
final readonly class KeyPath
{
    public function __construct(
        public int $mode,
        public string $key,
        public int $presses,
        public float $seconds,
        public ?Press $last,
        public ?self $before,
    ) {}

    public function isBetterThan(?self $other): bool
    {
        return null === $other || [$this->presses, $this->seconds] < [$other->presses, $other->seconds];
    }
}
