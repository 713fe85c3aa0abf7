<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Day;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\ListOf;

/** A licence or unlock of one unit: what it allows, what it is tied to, how long it lasts, how far it has come. */
#[ListOf(name: 'licences', one: 'licence', many: 'licences')]
final readonly class Licence
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Name]
        public string $name,
        #[Refers('devices', 'device', 'Device', required: true)]
        public string $device,
        #[Text(
            'Licence',
            required: true,
            max: 64,
            says: 'the id of a licence of the device type',
            technical: true,
        )]
        public string $kind,
        #[WholeNumber(1, 1000000, 'Quantity', default: 1)]
        public int $count,
        #[Text('Entitlement code', max: 120, technical: true)]
        public ?string $code,
        #[Text('Issued for serial number or hardware ID', max: 80, technical: true)]
        public ?string $serial,
        #[Day('Valid from')]
        public ?string $from,
        #[Day('Valid until')]
        public ?string $until,
        #[Choice(LicenceState::class, 'State', default: LicenceState::Wanted)]
        public LicenceState $state,
    ) {}
}
