<?php

declare(strict_types=1);

namespace Vorhut\Core\Dates;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Licence;

/** A licence or unlock in the list: how far it is, and what is to be done about it. */
final readonly class LicenceLine
{
    /**
     * @param Licence|null $licence null for one that the unit needs and nobody has planned
     * @param string $todo '' where nothing is to be done
     * @param bool $isUrgent before the day on site, or over
     */
    public function __construct(
        public Device $device,
        public ?Licence $licence,
        public string $name,
        public string $kind,
        public string $tiedTo,
        public string $state,
        public string $todo,
        public bool $isUrgent,
    ) {}
}
