<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** Keys that are being pressed: a packet of events, or of a pause between two keys, for each turn (RFC 4733, section 2.5). */
final class KeyQueue
{
    /** Turns from the beginning of one key to that of the next. */
    private const TURNS = 9;

    /** @var list<array{string, int, bool}> payload, timestamp, whether it is the first of its key */
    private array $waiting = [];

    /** @param int $timestamp of the last packet of sound */
    public function press(string $keys, int $timestamp): void
    {
        foreach (str_split($keys) as $key) {
            $timestamp = ($timestamp + self::TURNS * Tone::SAMPLES) & 0xFFFFFFFF;
            foreach (KeyEvents::packets($key) as $step => $payload) {
                $this->waiting[] = [$payload, $timestamp, 0 === $step];
            }
            $this->waiting[] = ['', 0, false];
            $this->waiting[] = ['', 0, false];
        }
    }

    public function isPressing(): bool
    {
        return [] !== $this->waiting;
    }

    /** @return array{string, int, bool} payload '' where sound goes on */
    public function next(): array
    {
        return array_shift($this->waiting) ?? ['', 0, false];
    }
}
