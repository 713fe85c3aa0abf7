<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;

/** What takes units of a rack: a unit of the plan, a switch, or something with figures of its own; its kind says what it does not. */
final readonly class RackItem
{
    public function __construct(
        #[Text('Name', max: 120, default: '')]
        public string $name,
        #[WholeNumber(1, 60, 'Lowest rack unit', required: true)]
        public int $unit,
        #[Refers('devices', 'device', 'Device')]
        public ?string $device,
        #[Refers('switches', 'switch', 'or switch')]
        public ?string $switch,
        #[WholeNumber(1, 60, 'Rack units')]
        public ?int $height,
        #[Number(0, 2000, 'kg')]
        public ?float $kilograms,
        #[Number(0, 100000, 'W')]
        public ?float $watts,
    ) {}
}
