<?php

declare(strict_types=1);

namespace Vorhut\Core\Scan;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Net\MacAddress;

/** A planned unit that a sticker belongs to, and by what. */
final readonly class Belongs
{
    /** @param string $but what does not fit although it is this one; '' where all does */
    public function __construct(public Device $device, public ?MacAddress $mac, public bool $bySerial, public string $but) {}

    public function sureness(): int
    {
        return (null === $this->mac ? 0 : 2) + ($this->bySerial ? 1 : 0);
    }

    public function said(): string
    {
        return match (true) {
            null !== $this->mac && $this->bySerial => 'MAC address and serial number match the plan',
            null !== $this->mac => 'its MAC address matches the plan',
            $this->bySerial => 'its serial number matches the plan',
            default => 'similar',
        };
    }
}
