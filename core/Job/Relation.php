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
            'Relation',
            required: true,
            max: 64,
            says: 'the id of a relation of the first device\'s type',
            technical: true,
        )]
        public string $coupling,
        #[Refers('devices', 'device', 'Device', required: true)]
        public string $from,
        #[Refers('devices', 'device', 'Other device', required: true)]
        public string $to,
        #[Text('Socket of the device', max: 64)]
        public ?string $fromPort,
        #[Text('Socket of the other device', max: 64)]
        public ?string $toPort,
        #[Text('Note', max: 300, default: '')]
        public string $note,
    ) {}
}
