<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\ListOf;

/** A place, inside another or at the top; may carry the address told to an emergency centre. */
#[ListOf(name: 'locations', one: 'location', many: 'locations')]
final readonly class Location
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('locations', 'location', 'Part of')]
        public ?string $within,
        #[Text('Type', max: 40, default: 'room')]
        public string $kind,
        #[Text('Dispatchable location (for emergency calls)', max: 400)]
        public ?string $dispatch,
        #[Text('Time zone', max: 60)]
        public ?string $timezone,
        #[Number(-40, 80, 'Maximum ambient temperature, °C')]
        public ?float $celsius,
    ) {}
}
