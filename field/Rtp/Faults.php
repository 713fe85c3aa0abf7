<?php

declare(strict_types=1);

namespace Vorhut\Field\Rtp;

/** What is wrong with a line on purpose: sound that is lost, or late by chance. */
final readonly class Faults
{
    /**
     * @param float $lossPercent 0 to 100, each packet by itself
     * @param float $jitterMs milliseconds by which a packet is late at most, each by chance
     */
    public function __construct(public float $lossPercent = 0.0, public float $jitterMs = 0.0) {}

    public function loses(): bool
    {
        return $this->lossPercent > 0 && random_int(1, 1_000_000) <= $this->lossPercent * 10_000;
    }

    /** Seconds that a packet is late. */
    public function delay(): float
    {
        return $this->jitterMs > 0 ? random_int(0, (int) ($this->jitterMs * 1000)) / 1e6 : 0.0;
    }
}
