<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

use Vorhut\Field\Rtp\RtpStream;

/** A dialog with its media (RFC 3261, section 12). */
final class Call
{
    public int $sequence = 1;
    public bool $established = false;
    /** Our offer went out in the 2xx; the answer comes with the ACK (RFC 3264, section 4). */
    public bool $awaitsAnswer = false;

    /** @param list<string> $routes */
    public function __construct(
        public readonly string $id,
        public readonly string $local,
        public string $remote,
        public string $target,
        public array $routes,
        public readonly RtpStream $media,
        public ?ServerTransaction $incoming = null,
    ) {
    }
}
