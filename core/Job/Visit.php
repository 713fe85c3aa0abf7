<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Day;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** The day on site: when, by how many, and with which bench. */
final readonly class Visit implements Checked
{
    private const CLOCK = '/^(?:[01]\d|2[0-3]):[0-5]\d$/D';

    public function __construct(
        #[Day('Day on site')]
        public ?string $on,
        #[Text('From', max: 5, default: '08:00', pattern: self::CLOCK, says: 'a time of day such as 08:00', technical: true)]
        public string $from,
        #[Text('Until', max: 5, default: '17:00', pattern: self::CLOCK, says: 'a time of day such as 17:00', technical: true)]
        public string $until,
        #[WholeNumber(1, 4, 'Technicians', default: 1)]
        public int $technicians,
        #[WholeNumber(1, 48, 'Bench switch ports', default: 8)]
        public int $benchPorts,
        #[WholeNumber(0, 5000, 'PoE budget of the bench switch, W', default: 120)]
        public int $benchWatts,
        #[WholeNumber(0, 365, 'Answers due, days before the visit', default: 5)]
        public int $leadDays,
    ) {}

    public function check(RawRecord $given): void
    {
        if ($this->until <= $this->from) {
            throw $given->refuse('until', \sprintf('a time of day after %s', $this->from));
        }
    }

    /** The day by which others must have answered; null while the day on site is not known. */
    public function neededBy(): ?string
    {
        $day = null === $this->on ? false : \DateTimeImmutable::createFromFormat('!Y-m-d', $this->on);

        return false === $day ? null : $day->modify(\sprintf('-%d days', $this->leadDays))->format('Y-m-d');
    }
}
