<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Day;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A way out of a site that somebody else runs, as it was measured. */
#[ListOf(name: 'uplinks', one: 'uplink', many: 'uplinks')]
final readonly class Uplink
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('routers', 'router', 'Router', required: true)]
        public string $router,
        #[Refers('segments', 'segment', 'Leads to', required: true)]
        public string $segment,
        #[Number(1, 1000000000, 'Upload rate, measured, kbit/s')]
        public ?float $measuredKbps,
        #[WholeNumber(0, 90, 'Headroom, %', default: 40)]
        public int $headroomPercent,
        #[Text('Reason for the headroom', max: 200, default: '')]
        public string $headroomWhy,
        #[Number(0, 10000, 'Round-trip time, measured, ms')]
        public ?float $rttMs,
        #[Number(0, 50, 'Packet loss, measured, %')]
        public ?float $lossPercent,
        #[Flag('metered')]
        public bool $metered,
        #[Day('Measured on')]
        public ?string $measured,
    ) {}

    /** What may be used of it, in kbit/s; null where nobody has measured. */
    public function usableKbps(): ?float
    {
        return null === $this->measuredKbps ? null : $this->measuredKbps * (1 - $this->headroomPercent / 100);
    }
}
