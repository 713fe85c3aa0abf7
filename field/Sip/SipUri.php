<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** A SIP URI (RFC 3261, section 19.1) with its parameters. Names as hosts are read, but nothing is ever sent to one. */
final readonly class SipUri implements \Stringable
{
    private const SHAPE = '/^sip:(?:([^@:\s<>]{1,1000})(?::[^@\s<>]{0,200})?@)?'
        .'([a-z0-9](?:[a-z0-9.-]{0,253}[a-z0-9])?)(?::(\d{1,5}))?((?:;[^\s?;>]{1,200}){0,20})'
        .'(?:\?\S*)?$/iD';

    /** @param string $parameters as they stand behind the host, each with its semicolon */
    public function __construct(public string $user, public string $host, public int $port = 5060, public string $parameters = '') {}

    /** Reads a bare URI, whose parameters are the header's, or one in angle brackets with a name before and parameters behind. */
    public static function tryFrom(string $text): ?self
    {
        $inner = 1 === preg_match('/<([^>]*)>/', $text, $m) ? $m[1] : (string) strtok($text, ';');
        if (1 !== preg_match(self::SHAPE, trim($inner), $m)) {
            return null;
        }
        $uri = new self(rawurldecode($m[1]), $m[2], 0, $m[4]);
        $port = '' === $m[3] ? $uri->transport()->port() : (int) $m[3];

        return $port < 1 || $port > 65535 ? null : new self($uri->user, $uri->host, $port, $uri->parameters);
    }

    /** A request line's URI, whose parameters are its own. */
    public static function ofRequest(string $text): ?self
    {
        return self::tryFrom('<'.$text.'>');
    }

    /** In small letters; '' where there is none. */
    public function parameter(string $name): string
    {
        return 1 === preg_match('/;'.preg_quote($name, '/').'=([^;]*)/i', $this->parameters, $m) ? strtolower($m[1]) : '';
    }

    public function transport(): Transport
    {
        return Transport::named($this->parameter('transport'));
    }

    public function __toString(): string
    {
        return \sprintf(
            'sip:%s%s%s%s',
            '' === $this->user ? '' : rawurlencode($this->user).'@',
            $this->host,
            $this->transport()->port() === $this->port ? '' : ':'.$this->port,
            $this->parameters,
        );
    }
}
