<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Convention\Conventions;
use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Name;
use Vorhut\Core\Record\Field\Nested;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/** What the job is, and for whom. */
final readonly class JobInfo implements Checked
{
    public function __construct(
        #[Name(insteadOf: null)]
        public string $name,
        #[Text('Client', max: 200, default: '')]
        public string $client,
        #[Text('Time zone', max: 60, default: 'UTC')]
        public string $timezone,
        #[Text('Notes', max: 20000, default: '', lines: true)]
        public string $notes,
        #[Nested(Conventions::class, 'Working practice')]
        public Conventions $schools,
        #[Nested(Visit::class, 'On site')]
        public Visit $visit,
    ) {}

    public function check(RawRecord $given): void
    {
        if (!\in_array($this->timezone, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            throw $given->refuse(key: 'timezone', allowed: 'a name of the time zone database', advice: 'Such as Europe/Oslo.');
        }
    }
}
