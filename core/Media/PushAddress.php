<?php

declare(strict_types=1);

namespace Vorhut\Core\Media;

/** An address that a stream is pushed to, looked at part by part (RFC 3986, section 3). */
final class PushAddress
{
    /** Schemes with the port that is meant where none is said; null: one must be said. */
    private const SCHEMES = ['srt' => null, 'rtmp' => 1935, 'rtmps' => 443, 'rtsp' => 554, 'rtp' => null];
    /** With or without a name and a password, which are nobody's business here. */
    private const PARTS = '~^(?<scheme>[a-z]{2,10})://(?:[^@/?#]*@)?(?<host>\[[0-9a-f:.]+\]|[^:/?#@]*)'
        .'(?::(?<port>\d{1,6}))?(?:/[^?#]*)?(?:\?(?<query>[^#]*))?$~iD';
    private const MODES = ['caller', 'listener', 'rendezvous'];
    private const KEY_BYTES = ['16', '24', '32'];
    private const LONGEST_NAME = 512;

    /** @return list<array{part: string, given: string, wrong: string}> what it is made of; "wrong" says what is allowed instead */
    public static function parts(string $address): array
    {
        $isOne = 1 === preg_match(self::PARTS, $address, $whole, \PREG_UNMATCHED_AS_NULL);
        $scheme = strtolower($whole['scheme'] ?? '');
        if (!$isOne || !\array_key_exists($scheme, self::SCHEMES)) {
            return [self::part('beginning', $scheme, 'one of '.implode(', ', array_keys(self::SCHEMES)))];
        }
        $host = $whole['host'];
        $port = isset($whole['port']) ? (int) $whole['port'] : self::SCHEMES[$scheme];
        parse_str($whole['query'] ?? '', $query);
        $mode = $query['mode'] ?? self::MODES[0];
        $isSrt = 'srt' === $scheme;
        $parts = [
            self::part('protocol', strtoupper($scheme), ''),
            self::part('receiver', $host, '' === $host && !($isSrt && 'listener' === $mode) ? 'an address or a name' : ''),
            self::part('port', (string) $port, null === $port || $port < 1 || $port > 65535 ? 'a port from 1 to 65535' : ''),
        ];
        foreach ($isSrt ? $query : [] as $name => $value) {
            $text = \is_string($value) ? $value : '';
            $parts[] = self::part((string) $name, 'passphrase' === $name ? '••••' : $text, self::refused((string) $name, $text));
        }

        return $parts;
    }

    /** Who is sent to: a name or an address; '' where none is said. What stands behind it may be secret. */
    public static function host(string $address): string
    {
        foreach (self::parts($address) as $part) {
            if ('receiver' === $part['part']) {
                return $part['given'];
            }
        }

        return '';
    }

    /** What is allowed of a parameter; '' where what is given is. */
    private static function refused(string $name, string $value): string
    {
        return match ($name) {
            'mode' => \in_array($value, self::MODES, true) ? '' : 'one of '.implode(', ', self::MODES),
            'latency' => 1 === preg_match('/^\d{1,5}$/D', $value) ? '' : 'whole milliseconds',
            'passphrase' => \strlen($value) >= 10 && \strlen($value) <= 79 ? '' : '10 to 79 characters',
            'pbkeylen' => \in_array($value, self::KEY_BYTES, true) ? '' : 'one of '.implode(', ', self::KEY_BYTES).' bytes',
            'streamid' => \strlen($value) <= self::LONGEST_NAME ? '' : \sprintf('at most %d characters', self::LONGEST_NAME),
            default => 'no such parameter',
        };
    }

    /** @return array{part: string, given: string, wrong: string} */
    private static function part(string $part, string $given, string $wrong): array
    {
        return ['part' => $part, 'given' => $given, 'wrong' => $wrong];
    }
}
