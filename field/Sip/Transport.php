<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** How SIP is carried (RFC 3261, section 18), as a Via names it. */
enum Transport: string
{
    case Udp = 'UDP';
    case Tcp = 'TCP';
    case Tls = 'TLS';

    /** UDP for whatever is not spoken here. */
    public static function named(string $name): self
    {
        return self::tryFrom(strtoupper($name)) ?? self::Udp;
    }

    /** Whether what is sent arrives, or the connection breaks: nothing is sent again. */
    public function isReliable(): bool
    {
        return self::Udp !== $this;
    }

    /** As a URI says it (section 19.1.1), '' for what need not be said. */
    public function parameter(): string
    {
        return self::Udp === $this ? '' : ';transport='.strtolower($this->value);
    }

    /** The port where none is said (section 19.1.2). */
    public function port(): int
    {
        return self::Tls === $this ? 5061 : 5060;
    }
}
