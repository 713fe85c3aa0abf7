<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\ListOf;

/** Two units that work together in a way which the kind of the first one knows. */
#[ListOf(name: 'pairings', one: 'pairing', many: 'pairings')]
final readonly class Relation
{
    public function __construct(
        #[Slug]
        public string $id,
        #[Text(
            'Coupling',
            required: true,
            max: 64,
            says: 'the id of a coupling that the kind of the first unit has',
            technical: true,
        )]
        public string $coupling,
        #[Refers('devices', 'device', 'Unit', required: true)]
        public string $from,
        #[Refers('devices', 'device', 'Partner', required: true)]
        public string $to,
        #[Text('Socket of the unit', max: 64)]
        public ?string $fromPort,
        #[Text('Socket of the partner', max: 64)]
        public ?string $toPort,
        #[Text('Note', max: 300, default: '')]
        public string $note,
    ) {}
}
