<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

/** How one character is typed. */
final readonly class Press implements \JsonSerializable
{
    /**
     * @param list<string> $keys in order, mode and moving keys among them
     * @param float $pause seconds to wait before them
     */
    public function __construct(public string $character, public array $keys, public float $pause) {}

    /** @return array{character: string, keys: list<string>, pause: float} */
    public function jsonSerialize(): array
    {
        return ['character' => $this->character, 'keys' => $this->keys, 'pause' => $this->pause];
    }
}
