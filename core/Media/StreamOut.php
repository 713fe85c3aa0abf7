<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Uplink;

/** What a unit sends to somebody far away, and what that takes. */
final readonly class StreamOut
{
    /** Share of a battery that gets to the unit. */
    private const EFFICIENCY = 0.85;

    /**
     * @param float $mediaKbps picture and sound
     * @param float $wireKbps from the IP header on, with what is kept free for what is sent again
     * @param bool $repairs whether lost packets are sent again
     * @param int|null $latencyMs that the receiver is to wait; null where nothing waits
     * @param list<string> $receivers ids
     * @param list<Uplink> $uplinks that it goes out by
     * @param float|null $wattHours of its battery
     * @param float|null $runHours that it must last
     */
    public function __construct(
        public Device $device,
        public float $mediaKbps,
        public float $wireKbps,
        public bool $repairs,
        public ?int $latencyMs,
        public string $address,
        public array $receivers,
        public array $uplinks,
        public ?float $watts,
        public ?float $wattHours,
        public ?float $runHours,
    ) {}

    /** What the receiver must wait at least by what was measured; null where nothing was, or nothing is repaired. */
    public function neededMs(): ?float
    {
        $needed = null;
        foreach ($this->repairs ? $this->uplinks : [] as $uplink) {
            if (null !== $uplink->rttMs) {
                $needed = max($needed ?? 0.0, RepairedStream::latencyMs($uplink->rttMs, ($uplink->lossPercent ?? 0.0) / 100));
            }
        }

        return $needed;
    }

    /** In decimal gigabytes. */
    public function gigabytesPerHour(): float
    {
        return $this->wireKbps * 3600 / 8 / 1e6;
    }

    /** How long its battery lasts, in hours; null without one. */
    public function hours(): ?float
    {
        return null === $this->wattHours || null === $this->watts || $this->watts <= 0
            ? null
            : $this->wattHours * self::EFFICIENCY / $this->watts;
    }

    public function isMetered(): bool
    {
        return \in_array(true, array_column($this->uplinks, 'metered'), true);
    }
}
