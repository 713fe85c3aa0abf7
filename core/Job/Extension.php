<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Text;

/** A number people dial, the device it rings and the phone system it registers at. */
final readonly class Extension
{
    public function __construct(
        #[Text(
            'Number',
            required: true,
            max: 15,
            pattern: '/^\d{2,15}$/D',
            says: 'two to fifteen digits, in quotes',
            advice: 'Such as "2001".',
            technical: true,
        )]
        public string $number,
        #[Name(insteadOf: 'number')]
        public string $name,
        #[Refers('devices', 'device', 'Rings')]
        public ?string $device,
        #[Refers('devices', 'device', 'Registers at')]
        public ?string $server,
    ) {
    }
}
