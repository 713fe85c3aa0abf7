<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

/** One row of the table of devices. */
final readonly class DeviceRow
{
    /**
     * @param list<DeviceCell> $cells
     * @param list<string> $faults titles of what is wrong with it
     * @param string|null $againUrl where to ask for it again, while what is wrong with it is not known yet
     */
    public function __construct(
        public string $id,
        public string $name,
        public int $version,
        public array $cells,
        public array $faults,
        public bool $selected,
        public string $url,
        public string $saveUrl,
        public string $whyUrl,
        public ?string $againUrl = null,
        public bool $mayPick = false,
    ) {}
}
