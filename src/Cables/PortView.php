<?php

declare(strict_types=1);

namespace Vorhut\App\Cables;

/** One port as it is drawn and listed. */
final readonly class PortView
{
    /**
     * @param string $state "unit", "link", "free" or "short", for its look
     * @param string $who what is plugged in, '' for nothing
     * @param string $power what it gives, in words
     */
    public function __construct(
        public string $name,
        public string $state,
        public string $who,
        public string $url,
        public string $segments,
        public string $cable,
        public string $power,
    ) {}
}
