<?php

declare(strict_types=1);

namespace Vorhut\Core\Relation;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Relation\RelationType;

/** Two units of a plan that work together. */
final readonly class RelatedUnit
{
    public function __construct(
        /** The pairing in the plan; '' for one that an extension makes. */
        public string $id,
        public RelationType $coupling,
        public Device $from,
        public Device $to,
        public ?string $fromPort = null,
        public ?string $toPort = null,
    ) {}

    public function partnerOf(Device $device): Device
    {
        return $device->id === $this->from->id ? $this->to : $this->from;
    }

    /** The relation in words, as one of the two sees it: "feeds Hall zones". */
    public function said(Device $device): string
    {
        $back = '' === $this->coupling->back ? $this->coupling->name.' (the other way round)' : $this->coupling->back;

        return ($device->id === $this->from->id ? $this->coupling->name : $back).' '.$this->partnerOf($device)->name;
    }
}
