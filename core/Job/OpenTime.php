<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choices;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/** Hours of some days of the week. */
final readonly class OpenTime implements Checked
{
    private const CLOCK = '/^(?:(?:[01]\d|2[0-3]):[0-5]\d|24:00)$/D';

    /** @param list<Weekday> $days */
    public function __construct(
        #[Choices(Weekday::class, 'Days', inARow: true)]
        public array $days,
        #[Text('From', required: true, max: 5, pattern: self::CLOCK, says: 'a time of day such as 08:00', technical: true)]
        public string $from,
        #[Text('Until', required: true, max: 5, pattern: self::CLOCK, says: 'a time of day such as 17:00', technical: true)]
        public string $until,
    ) {}

    public function check(RawRecord $given): void
    {
        if ([] === $this->days) {
            throw $given->refuse('days', 'at least one of mon, tue, wed, thu, fri, sat, sun');
        }
        if ($this->until <= $this->from) {
            throw $given->refuse('until', \sprintf('a time of day after %s', $this->from), 'What goes over midnight are two entries.');
        }
    }
}
