<?php

declare(strict_types=1);

namespace Vorhut\Field\Sip;

/** What is wrong with a message before anybody asks what it wants (RFC 3261, section 25; cases as RFC 4475 has them). */
final class Soundness
{
    private const NEEDED = ['Via', 'From', 'To', 'Call-ID', 'CSeq'];
    private const ONCE = ['From', 'To', 'Call-ID', 'CSeq', 'Content-Length', 'Max-Forwards', 'Expires'];
    private const ADDRESSES = ['From', 'To', 'Contact'];
    /** Section 8.1.1.5: below 2^31. */
    private const MAX_SEQUENCE = 0x7FFFFFFF;
    /** Of one octet, section 20.22. */
    private const MAX_HOPS = 255;
    /** Below 2^32, section 20.19. */
    private const MAX_SECONDS = 0xFFFFFFFF;

    /** Null where nothing is. */
    public static function whyNot(SipMessage $message): ?string
    {
        return self::missing($message) ?? self::numbers($message) ?? self::addresses($message) ?? self::line($message);
    }

    private static function missing(SipMessage $message): ?string
    {
        foreach (self::NEEDED as $name) {
            if ('' === ($message->first($name) ?? '')) {
                return 'no '.$name;
            }
        }
        foreach (self::ONCE as $name) {
            if (\count($message->all($name)) > 1) {
                return 'more than one '.$name;
            }
        }

        return null;
    }

    private static function numbers(SipMessage $message): ?string
    {
        $fits = 1 === preg_match('/^(\d{1,10})\s+([A-Za-z0-9.!%*_+`\'~-]{1,100})$/D', (string) $message->first('CSeq'), $m)
            && (int) $m[1] <= self::MAX_SEQUENCE
            && (null === $message->method || $m[2] === $message->method);
        $expires = [$message->first('Expires')];
        foreach ($message->all('Contact') as $contact) {
            $expires[] = SipMessage::parameter($contact, 'expires');
        }

        return match (true) {
            !$fits => 'a CSeq that does not fit',
            !self::isBelow($message->first('Content-Length'), \PHP_INT_MAX) => 'a length that is no number',
            (int) $message->first('Content-Length') > \strlen($message->body) => 'a body shorter than announced',
            !self::isBelow($message->first('Max-Forwards'), self::MAX_HOPS) => 'Max-Forwards above 255',
            [] !== array_filter($expires, static fn (?string $s): bool => !self::isBelow($s, self::MAX_SECONDS)) => 'Expires too far off',
            default => null,
        };
    }

    private static function isBelow(?string $number, int $max): bool
    {
        return null === $number || (1 === preg_match('/^\d{1,18}$/D', $number) && (int) $number <= $max);
    }

    private static function addresses(SipMessage $message): ?string
    {
        foreach (self::ADDRESSES as $name) {
            foreach ($message->all($name) as $value) {
                // Without what stands in quotes, where anything may.
                $bare = (string) preg_replace('/"(?:[^"\\\\]|\\\\.)*+"/', '', $value);
                $isWrong = str_contains($bare, '"')
                    || 1 === preg_match('/<[^>]*$|<\s|\s>|^\s*[,;]/', $bare)
                    || 1 === preg_match('/;\s*;|;\s*$/', (string) preg_replace('/<[^>]*>/', '', $bare))
                    || (!str_contains($bare, '<') && 1 === preg_match('/[?,\s]/', trim((string) strtok($bare, ';'))))
                    || 1 === preg_match('/^[^<]*[,@:;][^<]*</', $bare);
                if ($isWrong) {
                    return \sprintf('a %s that cannot be read', $name);
                }
            }
        }
        foreach ($message->all('Via') as $via) {
            if (1 !== preg_match('#^SIP\s*/\s*2\.0\s*/\s*[A-Za-z0-9-]+\s+[^\s;,]#', $via) || 1 === preg_match('/;\s*(?:;|$)/', $via)) {
                return 'a Via that cannot be read';
            }
        }

        return null;
    }

    /** A URI of a request has neither brackets nor headers (section 19.1.1, table 1). */
    private static function line(SipMessage $message): ?string
    {
        $isOurs = str_starts_with(strtolower($message->uri), 'sip:');
        $behind = (string) strrchr($message->uri, '@');

        return str_contains($message->uri, '<')
            || str_contains($message->uri, ' ')
            || ($isOurs && str_contains('' === $behind ? $message->uri : $behind, '?'))
            ? 'a request URI that cannot be read'
            : null;
    }
}
