<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A SIP URI (RFC 3261, section 19.1). Names as hosts are read, but nothing is ever sent to one. */
final readonly class SipUri implements \Stringable
{
    public function __construct(public string $user, public string $host, public int $port = 5060)
    {
    }

    /** Reads a bare URI, or one in angle brackets with a name before and parameters behind. */
    public static function tryFrom(string $text): ?self
    {
        $inner = 1 === preg_match('/<([^>]*)>/', $text, $m) ? $m[1] : (string) strtok($text, ';');
        if (
            1
            !== preg_match(
                '/^sip:(?:([^@:;?\s]{1,64})@)?([a-z0-9](?:[a-z0-9.-]{0,253}[a-z0-9])?)(?::(\d{1,5}))?(?:[;?]\S*)?$/iD',
                trim($inner),
                $m,
            )
        ) {
            return null;
        }
        $port = (int) ($m[3] ?? 5060);

        return $port < 1 || $port > 65535 ? null : new self(rawurldecode($m[1]), $m[2], $port);
    }

    public function __toString(): string
    {
        return \sprintf(
            'sip:%s%s%s',
            '' === $this->user ? '' : rawurlencode($this->user).'@',
            $this->host,
            5060 === $this->port ? '' : ':'.$this->port,
        );
    }
}
