<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** Keys as events in the media (RFC 4733, sections 2.3 and 3.2). */
final class KeyEvents
{
    public const KEYS = '0123456789*#ABCD';

    /** Packets for one key, 20 ms each: a tone of 100 ms, its end said three times (section 2.5.1.4). */
    private const STEPS = 5;
    private const ENDS = 3;
    private const SAMPLES = 160;

    /** The timestamp of the last event that was heard: one is repeated in many packets. */
    private ?int $last = null;

    /** @return list<string> the payloads of one key, in order; the first is marked */
    public static function packets(string $key): array
    {
        $event = strpos(self::KEYS, $key);
        if (false === $event) {
            throw new \InvalidArgumentException(\sprintf('"%s" is no key of a telephone.', $key));
        }
        $payloads = [];
        for ($step = 1; $step < self::STEPS + self::ENDS; ++$step) {
            $isEnd = $step >= self::STEPS;
            $payloads[] = pack('CCn', $event, $isEnd ? 0x8A : 0x0A, min($step, self::STEPS) * self::SAMPLES);
        }

        return $payloads;
    }

    /** Which key a payload says, where it is a new one; null for what goes on, or for other events. */
    public function take(int $timestamp, string $payload): ?string
    {
        if (\strlen($payload) < 4 || $timestamp === $this->last) {
            return null;
        }
        $this->last = $timestamp;
        $event = \ord($payload[0]);

        return $event < \strlen(self::KEYS) ? self::KEYS[$event] : null;
    }
}
