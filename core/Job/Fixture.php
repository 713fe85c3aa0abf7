<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A light, or whatever else listens on a run of a universe (ANSI E1.11). */
#[ListOf(name: 'fixtures', one: 'fixture', many: 'fixtures')]
final readonly class Fixture
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[WholeNumber(1, 63999, 'Universe', default: 1)]
        public int $universe,
        #[WholeNumber(1, 512, 'Start address', required: true)]
        public int $start,
        #[WholeNumber(1, 512, 'Footprint, slots', default: 1)]
        public int $footprint,
        #[Number(0, 32, 'Unit loads (default 1)')]
        public ?float $unitLoads,
        #[Refers('devices', 'device', 'DMX512 source')]
        public ?string $node,
        #[Refers('locations', 'place', 'Location')]
        public ?string $location,
    ) {}
}
