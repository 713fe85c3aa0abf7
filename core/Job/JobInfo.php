<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\RecordReader;

/** What the job is, and for whom. */
final readonly class JobInfo
{
    public function __construct(
        public string $name,
        public string $client,
        public string $timezone,
        public string $notes,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $name = $r->string('name', null, 120);
        if ('' === trim($name)) {
            throw $r->refuse('name', 'a name of 1 to 120 characters', 'This value is required.');
        }
        $timezone = $r->string('timezone', 'UTC', 60);
        if (!\in_array($timezone, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
            throw $r->refuse('timezone', 'a name of the time zone database', 'Such as Europe/Oslo.');
        }

        return new self($name, $r->string('client', '', 200), $timezone, $r->string('notes', '', 20000));
    }
}
