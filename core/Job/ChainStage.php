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
    /**
     * @param int|null $rateHz samples a second; null: what the unit says, or the stage before
     * @param string|null $clock who paces it; null: what the unit says
     * @param int|null $channels of an insert those that are sent; null: what the unit says
     * @param int|null $returned channels that come back from an insert
     */
    public function __construct(
        #[Text('Name', max: 120, default: '')]
        public string $name,
        #[Refers('devices', 'device', 'Device')]
        public ?string $device,
        #[Choice(StageDoes::class, 'Function', default: StageDoes::Process)]
        public StageDoes $does,
        #[WholeNumber(0, 10000000, 'Latency, samples')]
        public ?int $samples,
        #[Number(0, 100000, 'or latency, ms')]
        public ?float $ms,
        #[WholeNumber(1000, 1000000, 'Sample rate, Hz')]
        public ?int $rateHz,
        #[Flag('converts')]
        public bool $converts,
        #[Text('Clocked by', max: 60)]
        public ?string $clock,
        #[WholeNumber(0, 100000, 'Channels')]
        public ?int $channels,
        #[WholeNumber(0, 100000, 'Channels returned')]
        public ?int $returned,
    ) {}
}
