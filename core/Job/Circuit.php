<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A mains circuit, and what is connected to it beside racks. */
#[ListOf(name: 'circuits', one: 'power circuit', many: 'power circuits')]
final readonly class Circuit
{
    /** @param list<string> $devices */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Number(1, 1000, 'Voltage, V')]
        public ?float $volts,
        #[Number(0.1, 1000, 'Breaker rating, A')]
        public ?float $amps,
        #[WholeNumber(1, 100, 'Continuous load limit, %', default: 80)]
        public int $loadPercent,
        #[RefersToSome('devices', 'device', 'Also supplies')]
        public array $devices,
    ) {}

    /** What may be drawn all day, in watts; null where it is not known. */
    public function usableWatts(): ?float
    {
        return null === $this->volts || null === $this->amps ? null : $this->volts * $this->amps * $this->loadPercent / 100;
    }
}
