<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\RefersToSome;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** One port of a switch: its rate, the power it gives, the segments it carries. */
final readonly class SwitchPort
{
    /** @param list<string> $tagged segments whose frames carry their VLAN (IEEE 802.1Q) */
    public function __construct(
        #[Text(
            'Port',
            required: true,
            max: 40,
            pattern: '/^[^\x2F\s][^\x2F]*$/D',
            says: 'a name without a stroke',
            technical: true,
            series: true,
        )]
        public string $name,
        #[WholeNumber(1, 1000000, 'Mbit/s', default: 1000)]
        public int $mbps,
        #[WholeNumber(0, 8, 'PoE class')]
        public ?int $poeClass,
        #[Refers('segments', 'segment', 'Untagged segment')]
        public ?string $untagged,
        #[RefersToSome('segments', 'segment', 'Tagged segments')]
        public array $tagged,
    ) {}
}
