<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

use Vorhut\App\Web\View\Bar;
use Vorhut\App\Web\View\Link;

/** A switch with its ports, and what it gives over them. */
final readonly class SwitchView
{
    /** @param list<PortView> $ports */
    public function __construct(
        public string $id,
        public Link $link,
        public string $place,
        public string $free,
        public ?Bar $power,
        public string $byClass,
        public array $ports,
    ) {}
}
