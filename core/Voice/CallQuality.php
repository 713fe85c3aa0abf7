<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

/**
 * How a call sounds to most people: the E-model of ITU-T G.107 (06/2015) with all but delay, codec and loss at their defaults.
 *
 * R = 93.2 − Id − Ie,eff.
 */
final readonly class CallQuality
{
    public float $mos;

    private function __construct(public float $r)
    {
        $this->mos = match (true) {
            $r < 0 => 1.0,
            $r > 100 => 4.5,
            default => 1 + 0.035 * $r + $r * ($r - 60) * (100 - $r) * 7e-6,
        };
    }

    /**
     * @param float $impairment Ie of the codec (ITU-T G.113, appendix I)
     * @param float $robustness Bpl of the codec (ITU-T G.113, appendix I)
     * @param float $delayMs from mouth to ear
     * @param float $lossPercent of packets, 0 to 100
     * @param float $burstR 1 for losses at random, above where they come in bursts
     */
    public static function fromImpairment(float $impairment, float $robustness, float $delayMs, float $lossPercent, float $burstR = 1): self
    {
        $delay = 0.024 * $delayMs + 0.11 * max(0, $delayMs - 177.3);
        $loss = $impairment + (95 - $impairment) * $lossPercent / ($lossPercent / $burstR + $robustness);

        return new self(93.2 - $delay - $loss);
    }

    /** In a word, as users would say (ITU-T G.109, table 1). */
    public function word(): string
    {
        return match (true) {
            $this->r >= 90 => 'very good',
            $this->r >= 80 => 'good',
            $this->r >= 70 => 'some users dissatisfied',
            $this->r >= 60 => 'many users dissatisfied',
            default => 'nearly all users dissatisfied',
        };
    }
}
