<?php

declare(strict_types=1);

namespace Vorhut\Core\Power;

/** What one port gives to the unit on it, and what of that arrives. */
final readonly class PortPower implements \JsonSerializable
{
    /**
     * @param float $classWatts that the port can give
     * @param float $drawWatts at the unit
     * @param float|null $lossWatts in the cable; null where it cannot carry that much
     */
    public function __construct(
        public string $switch,
        public string $port,
        public string $device,
        public string $interface,
        public float $classWatts,
        public float $drawWatts,
        public ?float $lossWatts,
        public ?float $deviceVolts,
        public ?float $portWatts,
        public bool $ok,
        public string $why,
    ) {}

    /** @return array<string, mixed> */
    public function jsonSerialize(): array
    {
        return [
            'switch' => $this->switch,
            'port' => $this->port,
            'device' => $this->device,
            'interface' => $this->interface,
            'classWatts' => $this->classWatts,
            'drawWatts' => $this->drawWatts,
            'lossWatts' => $this->lossWatts,
            'deviceVolts' => $this->deviceVolts,
            'portWatts' => $this->portWatts,
            'ok' => $this->ok,
            'why' => $this->why,
        ];
    }
}
