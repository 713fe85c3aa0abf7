<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Refers;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\ListOf;

/** A figure that somebody read off a unit. */
#[ListOf(name: 'readings', one: 'measurement', many: 'measurements')]
final readonly class Reading
{
    private const MINUTE = '/^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01]) (?:[01]\d|2[0-3]):[0-5]\d$/D';

    public function __construct(
        #[Slug]
        public string $id,
        #[Refers('devices', 'device', 'Device', required: true)]
        public string $device,
        #[Choice(ReadingOf::class, 'Measurement', required: true)]
        public ReadingOf $what,
        #[Number(-100, 1000000000, 'Value')]
        public ?float $value,
        #[Text('Time', max: 16, pattern: self::MINUTE, says: 'a minute such as 2027-03-01 14:05', technical: true)]
        public ?string $at,
    ) {}
}
