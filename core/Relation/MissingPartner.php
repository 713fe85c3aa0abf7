<?php

declare(strict_types=1);

namespace Vorhut\Core\Relation;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Relation\RelationType;

/** A device that needs a partner and has none, and who could be it. */
final readonly class MissingPartner
{
    /**
     * @param list<Device> $partners the likeliest first; none where the plan has no device of the right type
     * @param string $reason why the first is the likeliest, "in the same location"; '' where there is none
     */
    public function __construct(
        public Device $device,
        public RelationType $type,
        public array $partners,
        public string $reason,
    ) {}

    public function key(): string
    {
        return $this->device->id.' '.$this->type->id;
    }
}
