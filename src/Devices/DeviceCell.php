<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

/** One cell of the table of devices. */
final readonly class DeviceCell
{
    /** @param string $tone "missing", "leased" or '' */
    public function __construct(
        public string $field,
        public string $label,
        public string $value,
        public string $text,
        public string $title,
        public bool $technical,
        public string $tone,
    ) {}
}
