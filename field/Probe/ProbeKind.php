<?php

declare(strict_types=1);

namespace Vorhut\Field\Probe;

/** Ways of asking a unit whether it is there. None of them changes anything. */
enum ProbeKind: string
{
    case Tcp = 'tcp';
    case Http = 'http';
    case Rtsp = 'rtsp';
    case Poll = 'poll';

    public function defaultPort(): int
    {
        return match ($this) {
            self::Tcp, self::Http => 80,
            self::Rtsp => 554,
            self::Poll => 2202,
        };
    }
}
