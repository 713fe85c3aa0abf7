<?php

declare(strict_types=1);

namespace Vorhut\Core\Reach\Walk;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Node\Node;

/** One end of media: where it sends from and listens, and the address it tells the other end to send to. */
final readonly class MediaEnd
{
    public Ipv4Address $announced;

    /** @param Ipv4Address|null $announced null: its own */
    public function __construct(public Node $node, public Ipv4Address $address, public Service $media, ?Ipv4Address $announced = null)
    {
        $this->announced = $announced ?? $address;
    }
}
