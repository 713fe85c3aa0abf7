<?php

declare(strict_types=1);

namespace Vorhut\App\Networks;

/** One segment with one of its subnets. */
final readonly class NetView
{
    public function __construct(
        public string $id,
        public string $name,
        public string $vlan,
        public string $prefix,
        public string $note,
        public ?string $editUrl,
        public ?SegmentFormView $form,
        public ?Ruler $ruler,
        public string $devicesUrl,
        public string $findingUrl,
    ) {}
}
