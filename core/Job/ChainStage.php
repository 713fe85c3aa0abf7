<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Flag;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** One stage of a chain of sound; what it does not say is read off the unit. */
final readonly class ChainStage
{
    public function __construct(
        #[Text('Name', max: 120, default: '')]
        public string $name,
        #[Refers('devices', 'device', 'Unit')]
        public ?string $device,
        #[Choice(StageDoes::class, 'What it does', default: StageDoes::Process)]
        public StageDoes $does,
        #[WholeNumber(0, 10000000, 'Samples that it holds')]
        public ?int $samples,
        #[Number(0, 100000, 'or ms that it takes')]
        public ?float $ms,
        #[WholeNumber(1000, 1000000, 'Samples a second, where the unit does not say')]
        public ?int $rateHz,
        #[Flag('converts the rate')]
        public bool $converts,
        #[Text('Clock, where the unit does not say', max: 60)]
        public ?string $clock,
        #[WholeNumber(0, 100000, 'Channels; of an insert those that are sent')]
        public ?int $channels,
        #[WholeNumber(0, 100000, 'Channels that come back from an insert')]
        public ?int $returned,
    ) {
    }
}
