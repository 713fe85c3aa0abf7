<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A rack with what stands in it, its units counted from the floor. */
#[ListOf(name: 'racks', one: 'rack', many: 'racks')]
final readonly class Rack
{
    /** @param list<RackItem> $holds */
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('locations', 'place', 'Location')]
        public ?string $location,
        #[WholeNumber(1, 60, 'Rack units', default: 42)]
        public int $units,
        #[Refers('circuits', 'circuit', 'Circuit')]
        public ?string $circuit,
        #[Flag('earthed')]
        public bool $earthed,
        #[Records(RackItem::class, 'Contents')]
        public array $holds,
    ) {}
}
