<?php

declare(strict_types=1);

namespace Vorhut\Core\Voice;

use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Feed;

/** What is connected to a socket. */
final readonly class SocketUse
{
    public function __construct(
        public string $list,
        public string $id,
        public string $name,
        public ?Device $device,
        public ?string $port,
        public Feed $wants,
    ) {}
}
