<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\JobFile\RecordReader;

/** A place, inside another or at the top; may carry the address told to an emergency centre. */
final readonly class Location
{
    public function __construct(
        public string $id,
        public string $name,
        public ?string $within,
        public string $kind,
        public ?string $dispatch,
    ) {
    }

    public static function read(RecordReader $r): self
    {
        return new self($r->id(), $r->name($r->id()), $r->reference('within'), $r->string('kind', 'room', 40), $r->text('dispatch', 400));
    }
}
