<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\RecordReader;

/** A number people dial, the device it rings and the phone system it registers at. */
final readonly class Extension
{
    public function __construct(
        public string $number,
        public string $name,
        public ?string $device,
        public ?string $server,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        $number = $r->string('number', null, 15);
        if (1 !== preg_match('/^\d{2,15}$/D', $number)) {
            throw $r->refuse('number', 'two to fifteen digits, in quotes', 'Such as "2001".');
        }

        return new self($number, $r->name($number), $r->reference('device'), $r->reference('server'));
    }
}
