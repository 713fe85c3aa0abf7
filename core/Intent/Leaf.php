<?php

declare(strict_types=1);

namespace Vorhut\Core\Intent;

use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Net\Service;
use Vorhut\Core\Reach\Cause\Cause;

/** One exchange an intent needs: who asks whom for what, and whether it works. */
final readonly class Leaf
{
    public function __construct(
        public string $title,
        public string $asker,
        public ?Ipv4Address $target,
        public ?Service $service,
        public PairVerdict $span,
        public ?Cause $cause,
        /** False for a method that failed where another one works, and for what is no part of a leak. */
        public bool $decides = true,
        /** For media: where the asker itself sends from and listens. */
        public ?Ipv4Address $source = null,
        public ?Service $media = null,
        /** For media and groups: who is at the other end. */
        public ?string $listener = null,
        /** For media: the address that the asker tells the other end to send to; null: its own. */
        public ?Ipv4Address $announced = null,
    ) {}

    public function deciding(bool $decides): self
    {
        return new self(
            title: $this->title,
            asker: $this->asker,
            target: $this->target,
            service: $this->service,
            span: $this->span,
            cause: $this->cause,
            decides: $decides,
            source: $this->source,
            media: $this->media,
            listener: $this->listener,
            announced: $this->announced,
        );
    }
}
